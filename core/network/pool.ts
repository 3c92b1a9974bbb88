/** A vector that can be cut into views of itself. */
interface Cuttable<T> {
  subarray(from: number, to: number): T;
}

/**
 * Vectors cut from one piece of memory. A solver needs dozens of them, and fetching each from the system by itself would
 * take longer than solving a small plant.
 * @throws RangeError when more is cut than the piece holds
 */
function cutting<T>(all: Cuttable<T>, total: number): (length: number) => T {
  let used = 0;
  return (length) => {
    if (used + length > total) throw new RangeError('the pool is too small');
    used += length;
    return all.subarray(used - length, used);
  };
}

export const floatPool = (total: number): ((length: number) => Float64Array) => cutting(new Float64Array(total), total);
export const intPool = (total: number): ((length: number) => Int32Array) => cutting(new Int32Array(total), total);
