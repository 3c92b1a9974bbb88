/**
 * An id that no other device makes: UUID of version 7 (RFC 9562), whose first bits are the time, so that a database keeps neighbours
 * together. It says nothing of the order of entries.
 */
export function newId(now = Date.now()): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  new DataView(bytes.buffer).setUint32(0, Math.floor(now / 0x10000));
  new DataView(bytes.buffer).setUint16(4, now % 0x10000);
  bytes[6] = 0x70 | ((bytes[6] as number) & 0x0f);
  bytes[8] = 0x80 | ((bytes[8] as number) & 0x3f);
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}

/** A time with its distance from UTC, as the device's clock and zone have it. */
export function localTime(now = new Date()): string {
  const ahead = -now.getTimezoneOffset();
  const sign = ahead < 0 ? '-' : '+';
  const two = (value: number) => String(Math.floor(Math.abs(value))).padStart(2, '0');
  const local = new Date(now.getTime() + ahead * 60_000).toISOString().slice(0, 19);
  return `${local}${sign}${two(ahead / 60)}:${two(ahead % 60)}`;
}
