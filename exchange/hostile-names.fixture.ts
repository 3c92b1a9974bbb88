/** Names somebody may type, or send, that a careless writer of files trips over. */
export const HOSTILE_NAMES = [
  '=HYPERLINK("http://x","pay")',
  '@SUM(A1:A9)',
  "+1+cmd|' /C calc'!A0",
  '<script>alert(1)</script> & "quoted" \'single\'',
  'line\nbreak\r\nand\ttab',
  'bell\u0007 and escape\u001b[31m',
  'רצפת הקרקע',
  '\u202egnipip tfel-ot-thgir\u202c',
  'Łódź, Ζώνη, Этаж, 床',
  '🔥 boiler',
  'x'.repeat(120),
  'AC1027\n  0\nEOF\n  0\n',
  '{\\fArial;big} %%d \\P',
  'BEGIN:VALARM;X,Y\\Z',
  '[END]; pump\t1',
];
