import QRCode from 'qrcode';

/**
 * A square code (QR, ISO/IEC 18004) of an address, as one path in SVG data, without the quiet edge.
 * @param at its top left corner  @param size its width, in the same unit
 */
export function squareCode(text: string, [left, top]: readonly [number, number], size: number): string {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const unit = size / modules.size;
  const n = (value: number) => Math.round(value * 1000) / 1000;
  let d = '';
  for (let y = 0; y < modules.size; y++) {
    for (let x = 0; x < modules.size; ) {
      if (!modules.get(y, x)) {
        x++;
        continue;
      }
      let end = x;
      while (end < modules.size && modules.get(y, end)) end++;
      const wide = n((end - x) * unit);
      d += `M${n(left + x * unit)} ${n(top + y * unit)}h${wide}v${n(unit)}h${-wide}z`;
      x = end;
    }
  }
  return d;
}
