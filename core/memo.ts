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

/** A value kept with a key for as long as the inputs that it was worked out from are the very same. */
export type IdentityCache<V> = (key: object, inputs: readonly unknown[], compute: () => V) => V;

/**
 * The one cache of what is worked out from values that nobody changes. Each key has one value, worked out anew where any of the
 * inputs is another one (by `Object.is`), and gone when nobody else has the key any more.
 */
export function identityCache<V>(): IdentityCache<V> {
  const kept = new WeakMap<object, { readonly inputs: readonly unknown[]; readonly value: V }>();
  return (key, inputs, compute) => {
    const known = kept.get(key);
    if (known && known.inputs.length === inputs.length && known.inputs.every((one, at) => Object.is(one, inputs[at])))
      return known.value;
    const value = compute();
    kept.set(key, { inputs, value });
    return value;
  };
}
