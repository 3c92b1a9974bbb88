// Files of the built pages that import each other in a circle: one of them would run before what it needs is there.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/**
 * @param {string} folder of the built pages, with the manifest of the build
 * @returns {string[]} the circles, each as the names of its files
 */
function chunkCircles(folder) {
  const manifest = JSON.parse(readFileSync(join(folder, '.vite/manifest.json'), 'utf8'));
  const importsOf = (key) => manifest[key]?.imports ?? [];
  const state = new Map();
  const path = [];
  const circles = [];
  const visit = (key) => {
    if (state.get(key) === 'done') return;
    if (state.get(key) === 'open') {
      circles.push([...path.slice(path.indexOf(key)), key].map((each) => manifest[each]?.file ?? each).join(' -> '));
      return;
    }
    state.set(key, 'open');
    path.push(key);
    for (const next of importsOf(key)) visit(next);
    path.pop();
    state.set(key, 'done');
  };
  for (const key of Object.keys(manifest)) visit(key);
  return circles;
}

const circles = chunkCircles(process.argv[2] ?? 'dist');
for (const circle of circles) console.error(`These import each other in a circle: ${circle}`);
if (circles.length > 0) {
  console.error('Put fewer parts together: entriesAwareMergeThreshold in vite.config.ts.');
  process.exit(1);
}
