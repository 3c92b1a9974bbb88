/** Time after the page is there before the program is kept for later: what is shown first goes first; ms. */
const AFTER = 3000;

let waiting: ServiceWorker | null = null;
const listeners = new Set<() => void>();

/** Whether a newer program waits to be taken over. */
export const newerProgram = (): boolean => waiting !== null;
export function onNewerProgram(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Takes the newer program over; all open pages load themselves anew, and what waits to be sent stays where it is. */
export function takeOver(): void {
  waiting?.postMessage('take-over');
}

/** Whether this page may be kept at all: a browser asks for https, or for the computer itself. */
export const canKeepProgram = (): boolean => window.isSecureContext && 'serviceWorker' in navigator;

/** Keeps the program in this browser, so that it opens without a network. */
export function keepProgram(): void {
  if (!canKeepProgram()) return;
  const register = async () => {
    const registration = await navigator.serviceWorker.register('/sw.js', { scope: '/', updateViaCache: 'none' });
    const look = () => {
      // A first one has nobody to wait for.
      const next = navigator.serviceWorker.controller ? registration.waiting : null;
      if (next === waiting) return;
      waiting = next;
      for (const listener of listeners) listener();
    };
    const watch = () => registration.installing?.addEventListener('statechange', look);
    registration.addEventListener('updatefound', watch);
    // One may be coming already.
    watch();
    look();
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'visible') registration.update().catch(() => {});
    });
  };
  let had = navigator.serviceWorker.controller !== null;
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    // The first worker takes no page over; a newer one took all of them, and each needs the newer parts.
    if (had) location.reload();
    had = true;
  });
  const start = () => setTimeout(() => void register().catch(() => {}), AFTER);
  if (document.readyState === 'complete') start();
  else window.addEventListener('load', start, { once: true });
}
