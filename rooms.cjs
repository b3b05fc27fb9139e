// The rooms of the house and who may call on whom. `npm run rooms` checks every import against this list.
const not = (from, to, comment) => ({ name: `${from.name}`, comment, severity: 'error', from: { path: from.path }, to })

/** Rooms of the core, from the ground up; rooms of one tier may call on each other, and on every tier below. */
const tiers = [
  ['job'],
  ['parts'],
  ['words'],
  ['circuit'],
  ['motion', 'meter'],
  ['compare', 'intent', 'poles', 'feeds', 'record', 'suppose', 'schemes'],
  ['loops'],
  ['load', 'plan', 'checks', 'rungs', 'timeline'],
  ['proof', 'hands', 'sums'],
  ['prove', 'hookup'],
  ['find', 'log'],
  ['deduce'],
  ['bench', 'standing', 'formats'],
  ['demo'],
]

/** Rooms of the page, from the ground up. */
const pageTiers = [['base'], ['workers'], ['data'], ['ui'], ['views'], ['meter'], ['stages'], ['app']]

/** Holds every room of a house to the tiers below it, and says which those are. */
const looksDown = (house, order) =>
  order.flatMap((rooms, height) =>
    rooms.map((name) => ({
      name: `${house.split('/')[0]}-${name}-looks-down-only`,
      comment: `${house}/${name} may use its own tier and those below it: ${order
        .slice(0, height + 1)
        .flat()
        .join(', ')}. Move what is shared down, or the caller up.`,
      severity: 'error',
      from: { path: `^${house}/${name}/` },
      to: {
        path: `^${house}/(${
          order
            .slice(height + 1)
            .flat()
            .join('|') || 'no-room-above'
        })/`,
      },
    })),
  )

module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      comment: 'Two files that need each other are one file, or a third one is missing.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    not(
      { name: 'core-stands-alone', path: '^core/src' },
      { path: '^(server|web|cli|e2e)/|^node:|^(fs|path|os)$|node_modules/(react|koa|drizzle-orm)/' },
      'The core has no DOM, no Node, no React. Files and sockets belong in server/ or cli/, screens in web/.',
    ),
    not(
      { name: 'server-knows-no-screen', path: '^server/src' },
      { path: '^(web|cli)/' },
      'The server keeps documents. What a screen shows is made in web/, what it computes in core/.',
    ),
    not(
      { name: 'web-knows-no-server', path: '^web/src' },
      { path: '^(server|cli)/' },
      'The browser talks to the server over HTTP only. Shared types belong in core/src/job.',
    ),
    not(
      { name: 'browser-compiles-no-schema', path: '^web/src' },
      { path: 'node_modules/ajv/|^core/src/(doors|job/validate|formats/(job-file|read-entry|read-own-kind))' },
      'Ajv compiles with eval, which the content policy forbids. Validation is done by the server and the command line.',
    ),
    {
      name: 'core-room-has-a-tier',
      comment: 'This room is in no tier. Add it to `tiers` in rooms.cjs, as far down as what it uses allows.',
      severity: 'error',
      from: { path: `^core/src/(?!(${tiers.flat().join('|')}|testing)/)[^/]+/` },
      to: {},
    },
    ...looksDown('core/src', tiers),
    ...looksDown('web/src', pageTiers),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(.test.tsx?|/testing/)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      conditionNames: ['source', 'import', 'types', 'node', 'default'],
      exportsFields: ['exports'],
    },
  },
}
