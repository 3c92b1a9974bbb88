/** Layers point one way: model <- core <- exchange <- server | web | cli. */
const layer = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.tsx?$' },
  to: { path: '^(model|core|exchange|server|web|cli|demo|reference|e2e|bench|scripts)/', pathNot: allowed },
});

module.exports = {
  forbidden: [
    layer('model-imports-nothing-of-ours', '^model/', '^model/'),
    layer('core-imports-model', '^core/', '^(core|model)/'),
    layer('exchange-imports-core', '^exchange/', '^(exchange|core|model)/'),
    layer('demo-imports-model', '^demo/', '^(demo|model)/'),
    layer('server-stays-off-the-interface', '^server/', '^(server|exchange|core|model|demo)/'),
    layer('web-stays-off-the-server', '^web/', '^(web|exchange|core|model)/'),
    layer('cli-stays-off-interface-and-server', '^cli/', '^(cli|exchange|core|model)/'),
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
