/** The mark the server allows style tags by; `public/nonce.js` reads it before any module. */
export const nonce = (window as { __nonce__?: string }).__nonce__;
