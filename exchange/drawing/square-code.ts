import QRCode from 'qrcode';

/**
 * A square code (QR, ISO/IEC 18004) of an address, as one SVG path: a unit to each module, without the quiet edge.
 * @returns the path and how many modules it is wide
 */
export function squareCode(text: string): { d: string; modules: number } {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const { size } = modules;
  let d = '';
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; ) {
      if (!modules.get(y, x)) {
        x++;
        continue;
      }
      let end = x;
      while (end < size && modules.get(y, end)) end++;
      d += `M${x} ${y}h${end - x}v1h${x - end}z`;
      x = end;
    }
  }
  return { d, modules: size };
}
