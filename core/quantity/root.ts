/**
 * Root of a falling or rising function between two ends of opposite sign: false position with the Illinois
 * correction (Dowell & Jarratt 1971), which keeps the bracket and still gains digits fast.
 * @param f continuous; f(low) and f(high) differ in sign
 * @param tolerance width of x below which the answer stands
 * @returns x, or undefined when both ends have the same sign
 */
export function findRoot(f: (x: number) => number, low: number, high: number, tolerance: number): number | undefined {
  let a = low;
  let b = high;
  let fa = f(a);
  let fb = f(b);
  if (fa === 0) return a;
  if (fb === 0) return b;
  if (Math.sign(fa) === Math.sign(fb)) return undefined;
  let side = 0;
  for (let i = 0; i < 100; i++) {
    const x = (fa * b - fb * a) / (fa - fb);
    const fx = f(x);
    if (fx === 0) return x;
    if (Math.sign(fx) === Math.sign(fb)) {
      if (Math.abs(b - x) < tolerance) return x;
      b = x;
      fb = fx;
      if (side === -1) fa /= 2;
      side = -1;
    } else {
      if (Math.abs(a - x) < tolerance) return x;
      a = x;
      fa = fx;
      if (side === 1) fb /= 2;
      side = 1;
    }
  }
  return (a + b) / 2;
}
