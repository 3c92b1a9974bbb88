const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
const DAY_OF_YEAR = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

/** A moment as one says it: "28 Nov, 14:10"; with the year where that is another. @param time ms since 1970 */
export const momentWords = (time: number, now = new Date()): string =>
  (new Date(time).getFullYear() === now.getFullYear() ? DAY : DAY_OF_YEAR).format(time);

const DATE = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
/** A day as one says it: "Mon 30 Nov". */
export const dayWords = (time: number): string => DATE.format(time).replace(',', '');
