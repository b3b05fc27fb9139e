import { bundle } from '../scripts/bundled.mjs'

await bundle('server', { main: 'src/main.ts', controller: 'src/controller/main.ts' })
