/** Colours a drawing is saved in: those of paper, whatever theme is worn. */
const PAPER = `svg{--ink:#17242c;--soft:#55636a;--line:#d9d3c5;--well:#ece7db;--card:#fffefb;--halo:rgb(255 198 74 / .5);--glow:#ffc64a;--bad:#b3321f;font-family:'Atkinson Hyperlegible Next','DejaVu Sans',sans-serif}`

/** Several drawings one under the other, with a heading and a legend, as one SVG file that needs nothing else. */
export function svgFile(
  drawings: readonly { title: string; svg: SVGSVGElement }[],
  heading: readonly string[],
  legend: readonly string[],
): string {
  const plain = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')
  const width = Math.max(600, ...drawings.map(({ svg }) => svg.width.baseVal.value))
  const parts: string[] = []
  let y = 34
  const line = (text: string, size: number, weight = 400) => {
    parts.push(`<text x="20" y="${y}" font-size="${size}" font-weight="${weight}" fill="#17242c">${plain(text)}</text>`)
    y += size * 1.45
  }
  for (const [i, text] of heading.entries()) line(text, i === 0 ? 22 : 15, i === 0 ? 700 : 400)
  y += 12
  for (const { title, svg } of drawings) {
    line(title, 17, 700)
    const copy = svg.cloneNode(true) as SVGSVGElement
    copy.setAttribute('y', String(y - 10))
    copy.removeAttribute('class')
    parts.push(new XMLSerializer().serializeToString(copy))
    y += svg.height.baseVal.value + 22
  }
  for (const text of legend) line(text, 13)
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${Math.ceil(y + 10)}" viewBox="0 0 ${width} ${Math.ceil(y + 10)}"><style>${PAPER}</style><rect width="100%" height="100%" fill="#fff"/>${parts.join('')}</svg>`
}
