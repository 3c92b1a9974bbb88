/**
 * Vectors cut from one piece of memory. A solver needs dozens of them, and fetching each from the system by itself would
 * take longer than solving a small plant.
 */
export function floatPool(total: number): (length: number) => Float64Array {
  const all = new Float64Array(total);
  let used = 0;
  return (length) => {
    if (used + length > total) throw new RangeError('the pool is too small');
    const cut = all.subarray(used, used + length);
    used += length;
    return cut;
  };
}

/** The same for whole numbers. */
export function intPool(total: number): (length: number) => Int32Array {
  const all = new Int32Array(total);
  let used = 0;
  return (length) => {
    if (used + length > total) throw new RangeError('the pool is too small');
    const cut = all.subarray(used, used + length);
    used += length;
    return cut;
  };
}
