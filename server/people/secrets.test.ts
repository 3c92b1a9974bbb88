import { describe, expect, it } from 'vitest';
import { hashOf, newDigits, newSecret, seal, unseal } from './secrets.ts';
import { stepOf } from './sign-in.ts';

describe('secrets', () => {
  it('have 256 bits and are kept as a hash of the same length', () => {
    const secrets = Array.from({ length: 50 }, newSecret);
    expect(new Set(secrets).size).toBe(50);
    for (const secret of secrets) expect(Buffer.from(secret, 'base64url').length).toBe(32);
    // SHA-256 of "abc", FIPS 180-2 appendix B.1.
    expect(Buffer.from(hashOf('abc'), 'base64url').toString('hex')).toBe(
      'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
    );
    expect(newDigits()).toMatch(/^\d{4}$/);
  });

  it('sealed with one of the server are opened with it, also when a newer one stands before it', () => {
    const [old, present] = ['o'.repeat(40), 'p'.repeat(40)];
    const sealed = seal('JBSWY3DPEHPK3PXP', old);
    expect(sealed).not.toContain('JBSWY3DPEHPK3PXP');
    expect(unseal(sealed, [present, old])).toBe('JBSWY3DPEHPK3PXP');
    expect(() => unseal(sealed, [present])).toThrow('was not given');
    expect(() => unseal(`${sealed.slice(0, -2)}AA`, [old])).toThrow('was not given');
    expect(seal('x', old)).not.toBe(seal('x', old));
  });
});

describe('time codes', () => {
  // RFC 6238, appendix B: SHA-1, secret "12345678901234567890"; its eight digits end in these six.
  const secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';
  it.each([
    [59, '287082', 0x1],
    [1_111_111_109, '081804', 0x23523ec],
    [1_111_111_111, '050471', 0x23523ed],
    [1_234_567_890, '005924', 0x273ef07],
    [2_000_000_000, '279037', 0x3f940aa],
    [20_000_000_000, '353130', 0x27bc86aa],
  ])('of second %i is %s', (second, code, step) => {
    expect(stepOf(secret, code, null, second * 1000)).toBe(step);
    // Once only, and none from before it.
    expect(stepOf(secret, code, step, second * 1000)).toBeNull();
    // A clock half a minute off is let pass, one and a half minutes is not.
    expect(stepOf(secret, code, null, second * 1000 + 30_000)).toBe(step);
    expect(stepOf(secret, code, null, second * 1000 + 90_000)).toBeNull();
  });
});
