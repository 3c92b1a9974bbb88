// Read while the application's modules are still being loaded, so it stands in a script of its own: the mark the server
// allows style tags by, made anew for every page; and no parsers compiled at run time, which the page's policy forbids.
window.__nonce__ = document.querySelector('meta[name="style-nonce"]').content;
window.__zod_globalConfig = { jitless: true };
