import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { Problem } from './problem.ts';

/** What the build writes of its parts: which file each source became, and what that imports. */
const Manifest = z.record(
  z.string(),
  z.object({ file: z.string(), imports: z.array(z.string()).optional(), assets: z.array(z.string()).optional() }),
);
type Manifest = z.infer<typeof Manifest>;

const readManifest = async (webFolder: string): Promise<Manifest> => {
  try {
    return Manifest.parse(JSON.parse(await readFile(join(webFolder, '.vite', 'manifest.json'), 'utf8')));
  } catch {
    // Only a help: the browser finds the parts by itself, a little later.
    return {};
  }
};

/** Sources a page of the address is made of: `/jobs/<id>/plant` needs the frame and the page of the plant. */
function sourcesOf(path: string): string[] {
  const [, step] = /^\/jobs\/[^/]+\/([a-z]+)$/.exec(path) ?? [];
  if (!path.startsWith('/jobs/')) return [];
  const page = step ?? 'plant';
  return ['web/pages/JobFrame.tsx', `web/pages/${page[0]?.toUpperCase()}${page.slice(1)}Page.tsx`];
}

/** Files of some sources and all they import, each once. */
function filesOf(sources: readonly string[], manifest: Manifest): string[] {
  const seen = new Set<string>();
  const walk = (source: string) => {
    const part = manifest[source];
    if (!part || seen.has(source)) return;
    seen.add(source);
    part.imports?.forEach(walk);
  };
  sources.forEach(walk);
  return [...seen].map((source) => manifest[source]?.file ?? '');
}

/**
 * The page of an address. Parts of the program that it needs and the first script does not name are named to the browser at once:
 * otherwise they are only asked for when that script has run.
 * @param nonce mark the style engine's tags carry
 * @param mode whether people sign in here
 * @throws Problem 503 while the interface is not built
 */
export async function pageFor(path: string, webFolder: string, nonce: string, mode: 'one' | 'firm'): Promise<string> {
  const page = await readFile(join(webFolder, 'index.html'), 'utf8').catch(() => {
    throw new Problem(503, 'Not built', 'The interface is not built yet. Start it with: npm start');
  });
  const manifest = await readManifest(webFolder);
  const sources = sourcesOf(path);
  const links = filesOf(sources, manifest)
    .filter((file) => !page.includes(file))
    .map((file) => `<link rel="modulepreload" crossorigin href="/${file}">`);
  // The job and the worker's program take long, and the page's own program would only ask for them at its end.
  const [, job] = /^\/jobs\/([0-9a-f-]{36})(\/|$)/.exec(path) ?? [];
  if (job) links.unshift(`<link rel="preload" as="fetch" crossorigin href="/api/jobs/${job}">`);
  const worker = job && Object.values(manifest).flatMap(({ assets = [] }) => assets.filter((file) => /worker/.test(file)))[0];
  return page
    .replace('<html ', `<html data-mode="${mode}" `)
    .replaceAll('__NONCE__', nonce)
    .replaceAll('__WORKER__', worker ? `/${worker}` : '')
    .replace('<title>', `${links.join('')}<title>`);
}
