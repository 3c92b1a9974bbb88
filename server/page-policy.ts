/** Stands for the mark of one answer in the policy. */
export const NONCE = 'nonce-of-this-answer';

/**
 * What a page of the program may load and run. The one text of it: the server sends it, and the copy of the page that a browser keeps is
 * made anew whenever it changes.
 */
export const PAGE_POLICY = {
  defaultSrc: ["'self'"],
  // The page's one script of its own, and its style tags, carry the nonce; the style engine writes those at run time.
  scriptSrc: ["'self'", NONCE],
  workerSrc: ["'self'"],
  styleSrc: ["'self'", NONCE],
  imgSrc: ["'self'", 'data:'],
  fontSrc: ["'self'"],
  connectSrc: ["'self'"],
  objectSrc: ["'none'"],
  baseUri: ["'none'"],
  formAction: ["'self'"],
  frameAncestors: ["'none'"],
} as const satisfies Record<string, readonly string[]>;
