// dev harness
import sharp from 'sharp'
import fs from 'node:fs'
import { loadFinder } from '/work/main/hosts/src/node/finder.ts'
import { findProduct } from '/work/main/core/src/steps/cut/finder.ts'
import { sharpEdges } from '/work/main/core/src/steps/cut/sharpEdges.ts'
import { modelBackdrop } from '/work/main/core/src/steps/cut/backdrop.ts'
import { edgeContrast, classify } from '/work/main/core/src/steps/cut/evidence.ts'
import { coarseCut } from '/work/main/core/src/steps/cut/coarseCut.ts'
import { srgbRaster, resampleSrgb, linearRaster, LINEAR, wholeOf, labOfLinear, fitInside, labRaster, planeF32, gaussianBlur } from '/work/main/core/src/raster/index.ts'
import { cleanUp } from '/work/main/core/src/steps/cut/cleanUp.ts'
const f = await loadFinder('/work/main/core/models/finder.onnx')
const shoot = JSON.parse(fs.readFileSync('/work/main/demo/shoot.json','utf8'))
const only = process.argv[2]
const W = Number(process.env.W ?? 480)
const sums: any = {}
fs.mkdirSync('/tmp/cut',{recursive:true})
for (const ph of shoot.photos) {
  if (only && !ph.file.includes(only)) continue
  const {data,info}=await sharp('/work/main/demo/photos/'+ph.file).autoOrient().ensureAlpha().raw().toBuffer({resolveWithObject:true})
  const pic=srgbRaster(info,new Uint8ClampedArray(data.buffer,data.byteOffset,data.length))
  const T: number[]=[]; let t=performance.now(); const tick=()=>{const n=performance.now();T.push(Math.round(n-t));t=n}
  const size=fitInside(pic,W)
  const w=resampleSrgb(pic,wholeOf(pic),linearRaster(size),LINEAR); tick()
  const lab=labOfLinear(w); tick()
  const p=await findProduct(w,f); tick()
  const edges=sharpEdges(lab); tick()
  const bd=modelBackdrop(lab,p); tick()
  const con=edgeContrast(edges,p); const sm=labRaster(lab); { const pl=planeF32(lab); for(let c=0;c<3;c++){for(let i=0;i<pl.data.length;i++)pl.data[i]=lab.data[i*3+c]!; gaussianBlur(pl,1,pl); for(let i=0;i<pl.data.length;i++)sm.data[i*3+c]=pl.data[i]!} }; const cls=classify(sm,bd,con,p); tick()
  const m=coarseCut({lab,probability:p,backdrop:bd,contrast:con,classes:cls}); cleanUp(m,p); tick()
  const tr=await sharp('/work/main/demo/truth/alpha/'+ph.file.replace(/\.\w+$/,'.png')).resize(size.width,size.height,{fit:'fill'}).greyscale().raw().toBuffer()
  let inter=0,uni=0,fi=0,fu=0; for(let i=0;i<m.data.length;i++){const g=tr[i]!>127,o=m.data[i]===1,q=p.data[i]!>.5; if(g&&o)inter++; if(g||o)uni++; if(g&&q)fi++; if(g||q)fu++}
  const iou=inter/uni
  const key = ph.angle==='detail'?'detail':ph.reference?'ref':ph.backdrop
  ;(sums[key]??=[]).push(iou)
  { let e=0,n=0; for(let y=0;y<size.height;y++)for(let x=0;x<size.width;x++) if(x===0||y===0||x===size.width-1||y===size.height-1){n++; if(p.data[y*size.width+x]!>.5)e++} T.push(+(e/n).toFixed(3)) }
  console.log(ph.file.padEnd(26),ph.backdrop.padEnd(8),ph.reference?'REF':'   ',iou.toFixed(3),'finder',(fi/fu).toFixed(3), bd.textured?'tex':'   ', T.join(' '))
  const px=(fn:(i:number)=>[number,number,number])=>{const b=Buffer.alloc(m.data.length*3);for(let i=0;i<m.data.length;i++){const c=fn(i);b[i*3]=c[0];b[i*3+1]=c[1];b[i*3+2]=c[2]}return b}
  const src=await sharp(Buffer.from(pic.data.buffer,pic.data.byteOffset,pic.data.length),{raw:{width:pic.width,height:pic.height,channels:4}}).resize(size.width,size.height,{fit:'fill'}).removeAlpha().raw().toBuffer()
  const a=px(i=>{const g=tr[i]!>127,o=m.data[i]===1;const s=[src[i*3]!,src[i*3+1]!,src[i*3+2]!] as any; return o&&!g?[255,s[1]>>1,0]:g&&!o?[0,s[1]>>1,255]:o?s:[s[0]>>1,s[1]>>1,s[2]>>1]})
  const b=px(i=>{const k=cls.data[i]!;const v=Math.round(p.data[i]!*255);return k===1?[v,v,80]:k===2?[v,80,v]:k===3?[0,255,0]:[v,v,v]})
  const c=px(i=>{const v=Math.min(255,con.sharp.data[i]!*60);return [v,v,v]})
  const W3=size.width*3, row=size.width*3; const wide=Buffer.alloc(W3*3*size.height)
  for(let y=0;y<size.height;y++){[a,b,c].forEach((im,k)=>im.copy(wide,y*W3*3+k*row,y*row,(y+1)*row))}
  await sharp(wide,{raw:{width:W3,height:size.height,channels:3}}).resize({height:280}).png().toFile('/tmp/cut/'+ph.file.replace(/\.\w+$/,'.png'))
}
const mean=(a:number[])=>a.reduce((x,y)=>x+y,0)/a.length
console.log(Object.fromEntries(Object.entries(sums).map(([k,v]: any)=>[k,mean(v).toFixed(3)])),'whole', mean(Object.entries(sums).filter(([k])=>k!=='detail').flatMap(([,v]:any)=>v)).toFixed(4), 'paper', mean(['white','grey','blue'].flatMap(k=>sums[k]??[])).toFixed(4))
