/** Insulation colours as drawn. A colour the list does not know is drawn grey and named in words. */
const HUES: Readonly<Record<string, string>> = {
  red: '#c8372d',
  white: '#ffffff',
  blue: '#3d77b8',
  yellow: '#e0b400',
  orange: '#d07a1f',
  brown: '#7c5a43',
  black: '#14191c',
  green: '#2f8a4b',
  'green-yellow': '#5f9e2f',
  grey: '#8b959a',
  violet: '#7b53a6',
  pink: '#d884a4',
}

export const COLOURS = Object.keys(HUES)
export const hue = (colour: string) => HUES[colour] ?? '#8b959a'
