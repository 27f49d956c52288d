declare module 'exifr/dist/full.esm.mjs' {
  import exifr from 'exifr'
  export default exifr
}
