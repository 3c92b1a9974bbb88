/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/**
 * Keeps the program in the browser, so that a job and its book open without a network. Data is kept by the pages themselves, in one
 * place; here is only what the program is made of.
 */
declare const self: ServiceWorkerGlobalScope;
/** Written in by the build: every file of the program with what tells it from an older one. */
declare const __KEPT_FILES__: { url: string; revision: string | null }[];

const SHELL = '/shell';

cleanupOutdatedCaches();
precacheAndRoute(__KEPT_FILES__);
registerRoute(new NavigationRoute(keptShell, { denylist: [/^\/api\//] }));

/**
 * The page as the server sent it, header and body together, under a mark of its own: what the policy lets run is as fresh as if it had
 * come from the server just now.
 */
async function keptShell(): Promise<Response> {
  const kept = await matchPrecache(SHELL);
  if (!kept) return Response.error();
  const policy = kept.headers.get('content-security-policy') ?? '';
  const old = /'nonce-([^']+)'/.exec(policy)?.[1];
  if (!old) return Response.error();
  const fresh = btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(16))));
  const headers = new Headers(kept.headers);
  headers.set('content-security-policy', policy.replaceAll(old, fresh));
  return new Response((await kept.text()).replaceAll(old, fresh), { headers });
}

// The page that fetched the first one has it from then on.
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

// A newer program waits until somebody says so: pages of the older one go on with the older one.
self.addEventListener('message', (event) => {
  if (event.data === 'take-over') void self.skipWaiting();
});
