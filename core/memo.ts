/** Results that are kept: what is worked out from the same values again is not worked out twice. */

/**
 * The function with its last result kept: asked again with the very same arguments it gives the same value. One result is held,
 * that of the last call.
 */
export function memoizeLast<A extends readonly unknown[], R>(compute: (...args: A) => R): (...args: A) => R {
  let last: { readonly args: A; readonly result: R } | null = null;
  return (...args) => {
    if (last?.args.length === args.length && last.args.every((one, at) => Object.is(one, args[at]))) return last.result;
    const result = compute(...args);
    last = { args, result };
    return result;
  };
}
