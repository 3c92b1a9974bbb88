/** The mark the server allows style tags by; the page itself sets it before any module. */
export const nonce = (window as { __nonce__?: string }).__nonce__;
