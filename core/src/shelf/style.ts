/** How the shop looks: greys only, so that nothing competes with the pictures. */
export const STYLE = `
*{box-sizing:border-box;accent-color:#1a1a1a}
body{margin:0 auto;max-width:1360px;padding:16px;font:15px/1.45 system-ui,sans-serif;color:#1a1a1a;background:#fff}
h1{font-size:22px;margin:0 0 14px}
a{color:inherit;text-decoration:none}
.grid{list-style:none;margin:0;padding:0;display:grid;gap:26px 16px;grid-template-columns:repeat(2,minmax(0,1fr));align-items:start}
.grid>li{contain:layout style}
.frame{position:relative;display:block}
.frame picture,.frame picture img{display:block;width:100%;height:auto}
.words{margin:8px 0 0;display:flex;flex-direction:column}
.price{font-weight:650}
.aligned .name{display:-webkit-box;-webkit-line-clamp:2;-webkit-box-orient:vertical;overflow:hidden;min-height:2.9em}
.thirds,.base{position:absolute;left:0;right:0;pointer-events:none}
.thirds{top:0;bottom:0;background:linear-gradient(#1a1a1a,#1a1a1a) 33.33% 0/1px 100%,linear-gradient(#1a1a1a,#1a1a1a) 66.66% 0/1px 100%,linear-gradient(#1a1a1a,#1a1a1a) 0 33.33%/100% 1px,linear-gradient(#1a1a1a,#1a1a1a) 0 66.66%/100% 1px;background-repeat:no-repeat;opacity:.6}
.base{height:0;border-top:1px solid #1a1a1a}
nav{margin-bottom:12px;text-decoration:underline}
.product{display:grid;gap:22px}
.gallery{display:grid;gap:12px;grid-template-columns:repeat(3,minmax(0,1fr))}
.main{grid-column:1/-1}
.variants{border:0;padding:0;margin:12px 0;display:flex;gap:14px;flex-wrap:wrap}
.variants legend{float:left;margin-right:14px;color:#5e5e5e}
.brand{color:#5e5e5e}
.zoom{position:absolute;opacity:0}
.frame:has(.zoom){cursor:zoom-in}
.frame:has(.zoom:focus-visible){outline:2px solid #1a1a1a;outline-offset:2px}
.large{display:none}
.zoom:checked~.large{display:block;position:fixed;inset:0;overflow:auto;background:#fff;cursor:zoom-out;z-index:1}
.large img{display:block;margin:auto;max-width:none}
@media(min-width:700px){.grid{grid-template-columns:repeat(3,minmax(0,1fr))}.product{grid-template-columns:minmax(0,3fr) minmax(0,2fr)}.gallery{grid-template-columns:repeat(4,minmax(0,1fr))}}
@media(min-width:1100px){.grid{grid-template-columns:repeat(4,minmax(0,1fr))}}
`
