// The rooms of the house and who may call on whom. `npm run rooms` checks every import against this list.
const room = (name) => `^core/src/${name}/`
const not = (from, to, comment) => ({ name: `${from.name}`, comment, severity: 'error', from: { path: from.path }, to })

const later = [
  'find',
  'prove',
  'hookup',
  'hands',
  'plan',
  'rungs',
  'timeline',
  'load',
  'checks',
  'loops',
  'schemes',
  'formats',
  'demo',
]
const order = [['job'], ['parts'], ['circuit'], ['motion', 'meter'], later]

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
      { path: 'node_modules/ajv/|^core/src/(doors|job/validate)' },
      'Ajv compiles with eval, which the content policy forbids. Validation is done by the server and the command line.',
    ),
    ...order.flatMap((rooms, height) =>
      rooms.map((name) => ({
        name: `core-${name}-looks-down-only`,
        comment: `core/src/${name} may use only the rooms below it: ${order.slice(0, height).flat().join(', ') || 'none'}. Move what is shared down, or the caller up.`,
        severity: 'error',
        from: { path: room(name) },
        to: {
          path: `^core/src/(${
            order
              .slice(height + 1)
              .flat()
              .join('|') || 'no-room-above'
          })/`,
        },
      })),
    ),
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
