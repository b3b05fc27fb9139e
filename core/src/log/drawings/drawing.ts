/** What a drawing on paper is made of; lengths in points of the drawing, y downwards. */
export type Shape =
  | { readonly is: 'line'; readonly points: readonly (readonly [x: number, y: number])[]; readonly width: number }
  | { readonly is: 'circle'; readonly x: number; readonly y: number; readonly r: number }
  | {
      readonly is: 'box'
      readonly x: number
      readonly y: number
      readonly width: number
      readonly height: number
      readonly round: number
    }
  | {
      readonly is: 'text'
      readonly x: number
      readonly y: number
      readonly size: number
      readonly anchor: 'start' | 'middle' | 'end'
      readonly bold?: true
      readonly says: string
    }

export interface Drawing {
  readonly title: string
  readonly width: number
  readonly height: number
  readonly shapes: readonly Shape[]
}

/** Gathers shapes; each call draws one. */
export class Pen {
  readonly shapes: Shape[] = []

  line(width: number, ...points: readonly (readonly [number, number])[]) {
    this.shapes.push({ is: 'line', points, width })
  }

  circle(x: number, y: number, r: number) {
    this.shapes.push({ is: 'circle', x, y, r })
  }

  box(x: number, y: number, width: number, height: number, round = 0) {
    this.shapes.push({ is: 'box', x, y, width, height, round })
  }

  text(says: string, x: number, y: number, size: number, anchor: 'start' | 'middle' | 'end' = 'middle', bold = false) {
    if (says !== '')
      this.shapes.push({ is: 'text', says, x, y, size, anchor, ...(bold ? { bold: true as const } : {}) })
  }
}

export const clipped = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text)

const plain = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;')
const number = (value: number) => String(Math.round(value * 10) / 10)

const STROKE = 'stroke="#17242c"'
const inSvg: { readonly [Is in Shape['is']]: (shape: Extract<Shape, { is: Is }>) => string } = {
  line: ({ points, width }) =>
    `<polyline points="${points.map(([x, y]) => `${number(x)},${number(y)}`).join(' ')}" fill="none" ${STROKE} stroke-width="${width}"/>`,
  circle: ({ x, y, r }) =>
    `<circle cx="${number(x)}" cy="${number(y)}" r="${number(r)}" fill="#fff" ${STROKE} stroke-width="1.8"/>`,
  box: ({ x, y, width, height, round }) =>
    `<rect x="${number(x)}" y="${number(y)}" width="${number(width)}" height="${number(height)}" rx="${round}" fill="#fff" ${STROKE} stroke-width="1.8"/>`,
  text: ({ x, y, size, anchor, bold, says }) =>
    `<text x="${number(x)}" y="${number(y)}" font-size="${size}" text-anchor="${anchor}"${bold ? ' font-weight="700"' : ''} fill="#17242c">${plain(says)}</text>`,
}
/** Room for the title above a drawing. */
const HEAD = 30

/** A drawing as one SVG file that needs nothing else. */
export function svgOf({ title, width, height, shapes }: Drawing): string {
  const made = shapes.map((shape) => (inSvg[shape.is] as (shape: Shape) => string)(shape))
  const [w, h] = [number(width), number(height + HEAD)]
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 -${HEAD} ${w} ${h}" font-family="sans-serif"><title>${plain(title)}</title><rect y="-${HEAD}" width="100%" height="100%" fill="#fff"/><text x="4" y="-10" font-size="16" font-weight="700" fill="#17242c">${plain(title)}</text>${made.join('')}</svg>\n`
}
