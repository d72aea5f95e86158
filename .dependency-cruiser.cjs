/** The arrows of docs/architecture.md. @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'no-circular',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } }
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|standins)/' }
    },
    {
      name: 'core-no-node',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] }
    },
    {
      name: 'core-no-packages',
      comment: 'only types may come from a package, and big.js for exact decimals',
      severity: 'error',
      from: { path: '^core/src', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypesNot: ['local', 'type-only'],
        path: 'node_modules',
        pathNot: 'node_modules/big\\.js/'
      }
    },
    {
      name: 'protocols-do-not-know-their-carrier',
      severity: 'error',
      from: { path: '^core/src/(isotp|uds|scpi|doip|obd|faults)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/(can|port|operation|gates|clone|scan|proof|kit)/' }
    },
    {
      name: 'operation-and-gates-sit-on-top',
      severity: 'error',
      from: {
        path: '^core/src/(base|image|checksum|reads|profile|identity|clone|electrical|wiring|diagnosis|can|isotp|uds|scpi|doip|obd|faults|label|scan|proof|kit|time|port)/'
      },
      to: { path: '^core/src/(operation|gates)/' }
    },
    {
      name: 'base-knows-nobody',
      severity: 'error',
      from: { path: '^core/src/base/' },
      to: { path: '^core/src/(?!base/)' }
    },
    {
      name: 'standins-know-only-core',
      severity: 'error',
      from: { path: '^standins/' },
      to: { path: '^app/' }
    },
    {
      name: 'app-never-uses-standins',
      severity: 'error',
      from: { path: '^app/' },
      to: { path: '^standins/' }
    },
    {
      name: 'browser-code-no-server',
      severity: 'error',
      from: { path: '^app/src/(lib/(?!server/)|routes/.*(\\.svelte|\\+(page|layout)\\.ts)$)' },
      to: { path: '^app/src/lib/server/' }
    },
    {
      name: 'ui-has-no-domain',
      severity: 'error',
      from: { path: '^app/src/lib/ui/' },
      to: { path: '^app/src/lib/(features|server)/' }
    },
    {
      name: 'only-repositories-speak-to-the-database',
      severity: 'error',
      from: { path: '^app/src/lib/server/(services|bench|http|access)/' },
      to: { path: 'node_modules/drizzle-orm' }
    },
    {
      name: 'access-choice-plan-and-match-below-the-gates',
      severity: 'error',
      from: { path: '^core/src/(access-choice|plan|match|job|access)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/gates/' }
    },
    {
      name: 'labels-do-not-know-profiles',
      severity: 'error',
      from: { path: '^core/src/label/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/profile/' }
    },
    {
      name: 'profiles-know-labels-only',
      severity: 'error',
      from: { path: '^core/src/profile/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/(match|access-choice|plan|access|reads|clone|proof|scan|kit|job)/' }
    },
    {
      name: 'a-feature-knows-itself-and-what-is-shared',
      severity: 'error',
      from: { path: '^app/src/lib/features/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: {
        path: '^app/src/lib/features/',
        pathNot: '^app/src/lib/features/($1|shared|live)/'
      }
    },
    {
      name: 'the-demo-is-only-put-together',
      comment: 'nothing of the product knows it; the composition root seeds it',
      severity: 'error',
      from: { path: '^app/src/lib/server/(?!demo/|root\\.ts)', pathNot: '\\.test\\.ts$' },
      to: { path: '^app/src/lib/server/demo/' }
    },
    {
      name: 'no-unresolvable',
      severity: 'error',
      from: { path: '^(core|standins)/' },
      to: { couldNotResolve: true }
    }
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(build|\\.svelte-kit|generated)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.depcruise.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['svelte', 'import', 'node', 'default', 'types'],
      extensions: ['.ts', '.js', '.mjs', '.svelte', '.json', '.d.ts']
    }
  }
};
