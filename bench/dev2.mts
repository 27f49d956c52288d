import sharp from 'sharp'
import fs from 'node:fs'
import { loadFinder } from '/work/main/hosts/src/node/finder.ts'
import { cutPicture } from '/work/main/core/src/steps/cut/cut.ts'
import { srgbRaster } from '/work/main/core/src/raster/index.ts'
const f = await loadFinder('/work/main/core/models/finder.onnx')
const shoot = JSON.parse(fs.readFileSync('/work/main/demo/shoot.json','utf8'))
const only = process.argv[2]
const sums: any = {}
fs.mkdirSync('/tmp/cut',{recursive:true})
const tot: Record<string,number>={}
for (const ph of shoot.photos) {
  if (only && !ph.file.includes(only)) continue
  const {data,info}=await sharp('/work/main/demo/photos/'+ph.file).autoOrient().ensureAlpha().raw().toBuffer({resolveWithObject:true})
  const pic=srgbRaster(info,new Uint8ClampedArray(data.buffer,data.byteOffset,data.length))
  const T: Record<string,number>={}; let t=performance.now(); const t0=t
  const m=await cutPicture(pic,{finder:f,neededSidePx:(b)=>1020/Math.max(b.width*pic.width,b.height*pic.height)*Math.max(pic.width,pic.height),checkpoint:(s)=>{const n=performance.now();T[s]=(T[s]??0)+Math.round(n-t);tot[s]=(tot[s]??0)+n-t;t=n}})
  if(m.kind==='uncut'){console.log(ph.file,m.reason);continue}
  // evaluate at 1000
  const s=1000/Math.max(pic.width,pic.height),W=Math.round(pic.width*s),H=Math.round(pic.height*s)
  const tr=await sharp('/work/main/demo/truth/alpha/'+ph.file.replace(/\.\w+$/,'.png')).resize(W,H,{fit:'fill'}).greyscale().raw().toBuffer()
  const A=await sharp(Buffer.from(m.alpha.data),{raw:{width:m.alpha.width,height:m.alpha.height,channels:1}}).resize(Math.max(1,Math.round(m.area.width*W)),Math.max(1,Math.round(m.area.height*H)),{fit:'fill'}).extend({top:Math.round(m.area.y*H),left:Math.round(m.area.x*W),bottom:0,right:0,background:'#000'}).greyscale().raw().toBuffer({resolveWithObject:true})
  const a=new Uint8Array(W*H); for(let y=0;y<Math.min(H,A.info.height);y++)for(let x=0;x<Math.min(W,A.info.width);x++)a[y*W+x]=A.data[y*A.info.width+x]!
  let inter=0,uni=0,mae=0; for(let i=0;i<a.length;i++){const g=tr[i]!>127,o=a[i]!>127; if(g&&o)inter++; if(g||o)uni++; mae+=Math.abs(tr[i]!-a[i]!)/255}
  const key = ph.angle==='detail'?'detail':ph.reference?'ref':ph.backdrop
  ;(sums[key]??=[]).push([inter/uni,mae/a.length])
  console.log(ph.file.padEnd(26),ph.backdrop.padEnd(8),(inter/uni).toFixed(3),(mae/a.length).toFixed(4),'unsure',m.unsure.toFixed(2),'holes',m.holes,Math.round(performance.now()-t0),JSON.stringify(T).replace(/"/g,''))
  const src=await sharp(Buffer.from(pic.data.buffer,pic.data.byteOffset,pic.data.length),{raw:{width:pic.width,height:pic.height,channels:4}}).resize(W,H,{fit:'fill'}).removeAlpha().raw().toBuffer()
  const wide=Buffer.alloc(W*2*H*3)
  for(let y=0;y<H;y++)for(let x=0;x<W;x++){const i=y*W+x,al=a[i]!/255,o=(y*W*2+x)*3;for(let c=0;c<3;c++){wide[o+c]=src[i*3+c]!*al+255*(1-al);}
    const g=tr[i]!,v=a[i]!,q=(y*W*2+W+x)*3; wide[q]=v>g+40?255:v>>1; wide[q+1]=v>>1; wide[q+2]=g>v+40?255:v>>1}
  await sharp(wide,{raw:{width:W*2,height:H,channels:3}}).resize({height:460}).png().toFile('/tmp/cut/'+ph.file.replace(/\.\w+$/,'.png'))
}
const mean=(a:number[])=>a.reduce((x,y)=>x+y,0)/a.length
const all=Object.entries(sums).filter(([k])=>k!=='detail').flatMap(([,v]:any)=>v)
console.log(Object.fromEntries(Object.entries(sums).map(([k,v]: any)=>[k,mean(v.map((x:any)=>x[0])).toFixed(3)])),'whole', mean(all.map((x:any)=>x[0])).toFixed(4),mean(all.map((x:any)=>x[1])).toFixed(4), 'paper', mean(['white','grey','blue'].flatMap(k=>sums[k]??[]).map((x:any)=>x[0])).toFixed(4))
console.log(JSON.stringify(Object.fromEntries(Object.entries(tot).map(([k,v])=>[k,Math.round(v/shoot.photos.length)]))))
