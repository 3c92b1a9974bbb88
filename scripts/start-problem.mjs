/** A sentence for the person at the terminal; the caller prints it without a stack. */
export class StartProblem extends Error {}

/** What the codes of the operating system mean for the folder they come from, and what a person can do. */
const REASONS = {
  ENOSPC: 'its disk is full. Free some space and start again; nothing kept there is lost',
  EDQUOT: 'the space allowed to this user is used up. Free some and start again; nothing kept there is lost',
  EACCES: 'this user may not write there. Choose another folder, DATA_DIR=/some/folder npm start, or change its owner',
  EPERM: 'this user may not write there. Choose another folder, DATA_DIR=/some/folder npm start, or change its owner',
  EROFS: 'its disk can only be read. Choose another folder: DATA_DIR=/some/folder npm start',
  ENOTDIR: 'a part of its path is a file. Choose another folder: DATA_DIR=/some/folder npm start',
  EEXIST: 'a file of that name stands in the way. Choose another folder: DATA_DIR=/some/folder npm start',
};

/**
 * The sentence for an error met while working on a folder, or null when nothing plain is known of it.
 * @param {unknown} error what was thrown, or the text a program printed
 * @param {string} folder path the work was on
 * @returns {string | null}
 */
export function plainReason(error, folder) {
  const code = /No space left on device/.test(String(error?.message ?? error)) ? 'ENOSPC' : error?.code;
  return REASONS[code] ? `The folder ${folder} cannot be used: ${REASONS[code]}.` : null;
}
