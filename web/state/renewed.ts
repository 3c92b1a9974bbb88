const KEY = 'renewed-at';
/** A page that was loaded anew this short a time ago is not loaded again for the same reason, ms. */
const JUST_NOW = 20_000;

/**
 * Loads the page anew when a part of the program is no longer there: it was built again since this page was opened. What was typed
 * is kept by then. Once only, so that a part that is missing for good does not load the page for ever.
 * @returns whether it is being loaded
 */
function loadRenewed(now = Date.now()): boolean {
  try {
    if (now - Number(sessionStorage.getItem(KEY) ?? 0) < JUST_NOW) return false;
    sessionStorage.setItem(KEY, String(now));
  } catch {
    return false;
  }
  location.reload();
  return true;
}

/** Listens for parts that cannot be fetched. */
export function renewWhenBuilt(): void {
  window.addEventListener('vite:preloadError', (event) => {
    if (loadRenewed()) event.preventDefault();
  });
}
