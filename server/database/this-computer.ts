/** The firm there is on every server. Run by one person, it has one member: the computer itself. */
export const THIS_FIRM = '00000000-0000-4000-8000-000000000001';
export const THIS_COMPUTER = '00000000-0000-4000-8000-000000000002';
