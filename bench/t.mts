import sharp from 'sharp'
import { loadFinder } from '/work/main/hosts/src/node/finder.ts'
import { findProduct } from '/work/main/core/src/steps/cut/finder.ts'
import { sharpEdges } from '/work/main/core/src/steps/cut/sharpEdges.ts'
import { srgbRaster, resampleSrgb, linearRaster, LINEAR, CUBIC, wholeOf, labOfLinear, srgbOfLinear } from '/work/main/core/src/raster/index.ts'
const f = await loadFinder('/work/main/core/models/finder.onnx')
const time=async(n:string,fn:()=>unknown)=>{const t=performance.now(); const r=await fn(); console.log(n,(performance.now()-t).toFixed(1)); return r as any}
for(let k=0;k<4;k++){
const {data,info}=await time('decode',()=>sharp('/work/main/demo/photos/OCK-101-front.jpg').ensureAlpha().raw().toBuffer({resolveWithObject:true}))
const pic=srgbRaster(info,new Uint8ClampedArray(data.buffer,data.byteOffset,data.length))
const w=await time('->640',()=>resampleSrgb(pic,wholeOf(pic),linearRaster({width:640,height:480}),LINEAR))
const w12=await time('->1200 cubic',()=>resampleSrgb(pic,wholeOf(pic),linearRaster({width:1200,height:900}),CUBIC))
const s8=await time('encode8',()=>srgbOfLinear(w12))
const lab=await time('lab',()=>labOfLinear(w))
await time('edges',()=>sharpEdges(lab))
const p=await time('finder',()=>findProduct(w,f))
for (const [n,o] of [['moz85',{quality:85,mozjpeg:true}],['plain85',{quality:85}]] as const) { const b=await time('jpeg '+n,()=>sharp(Buffer.from(s8.data.buffer),{raw:{width:1200,height:900,channels:4}}).removeAlpha().jpeg(o).toBuffer()); console.log(b.length)}
await time('sharp plain 1200+600',async()=>{ for(const S of [1200,600]) await sharp('/work/main/demo/photos/OCK-101-front.jpg').resize(S,S,{fit:'contain',background:'#fff'}).jpeg({quality:85,mozjpeg:true}).toBuffer()})
console.log()
}
