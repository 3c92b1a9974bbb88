/** Layers point one way: model <- core <- exchange <- server | web | cli. */
const layer = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.(test|fixture)\\.tsx?$' },
  to: { path: '^(model|core|exchange|server|web|cli|demo|reference|e2e|bench|scripts)/', pathNot: allowed },
});

/** Folders of the core, from the bottom: each may import those before it. */
const CORE = [
  'quantity',
  'figure',
  'fluid',
  'pipe',
  'network',
  'load',
  'emitter',
  'circuit',
  'plant',
  'rules',
  'finding',
  'plan',
  'station',
  'piping',
  'design',
  'cooling',
  'control',
  'run',
  'review',
  'job',
  'start',
  'commission',
  'fault',
  'diagnosis',
  'book',
  'drawing',
  'takeoff',
  'paper',
];
const coreFolders = CORE.map((folder, i) => ({
  name: `core-${folder}-imports-what-is-below-it`,
  severity: 'error',
  from: { path: `^core/${folder}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^core/', pathNot: `^core/(${CORE.slice(0, i + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    layer('model-imports-nothing-of-ours', '^model/', '^model/'),
    layer('core-imports-model', '^core/', '^(core|model)/'),
    layer('exchange-imports-core', '^exchange/', '^(exchange|core|model)/'),
    layer('demo-imports-model', '^demo/', '^(demo|model)/'),
    layer('server-stays-off-the-interface', '^server/', '^(server|exchange|core|model|demo)/'),
    layer('web-stays-off-the-server', '^web/', '^(web|exchange|core|model)/'),
    layer('cli-stays-off-interface-and-server', '^cli/', '^(cli|exchange|core|model)/'),
    ...coreFolders,
    {
      name: 'core-has-only-these-folders',
      severity: 'error',
      from: { path: '^core/', pathNot: `^core/(${CORE.join('|')})/` },
      to: {},
    },
    {
      name: 'model-and-core-use-only-zod',
      severity: 'error',
      from: { path: '^(model|core)/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/zod/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^@fontsource' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'node', 'default', 'types'] },
  },
};
