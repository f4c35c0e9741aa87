/**
 * Two people change one record: what each set out from and what each wants are joined by field, and by id in lists of things
 * that have one. Where both changed the same field to different things, the first stands and the place is named.
 */
import { sameValue } from "./same";

interface ThreeWayMerge<T> {
  readonly merged: T;
  /** The fields that both changed, as paths; empty: nothing was lost. */
  readonly conflicts: readonly string[];
}

export function mergeThree<T>(seen: T, wanted: T, now: T): ThreeWayMerge<T> {
  const conflicts: string[] = [];
  return { merged: join(seen, wanted, now, "", conflicts) as T, conflicts };
}

type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields =>
  value !== null && typeof value === "object" && !Array.isArray(value);

const hasId = (value: unknown): value is { readonly id: string } => isFields(value) && typeof value.id === "string";

const isNamedList = (value: unknown): value is readonly { readonly id: string }[] =>
  Array.isArray(value) && value.every(hasId);

function join(seen: unknown, wanted: unknown, now: unknown, path: string, conflicts: string[]): unknown {
  if (sameValue(seen, wanted) || sameValue(wanted, now)) return now;
  if (sameValue(seen, now)) return wanted;
  if (isFields(wanted) && isFields(now)) return joinFields(isFields(seen) ? seen : {}, wanted, now, path, conflicts);
  if (isNamedList(wanted) && isNamedList(now) && isNamedList(seen))
    return joinLists(seen, wanted, now, path, conflicts);
  conflicts.push(path);
  return now;
}

const under = (path: string, key: string): string => (path === "" ? key : `${path}.${key}`);

function joinFields(seen: Fields, wanted: Fields, now: Fields, path: string, conflicts: string[]): Fields {
  const keys = new Set([...Object.keys(now), ...Object.keys(wanted), ...Object.keys(seen)]);
  return Object.fromEntries(
    [...keys].flatMap((key) => {
      const value = join(seen[key], wanted[key], now[key], under(path, key), conflicts);
      return value === undefined ? [] : [[key, value]];
    }),
  );
}

/** In the order that stands now; what was added follows. */
function joinLists(
  seen: readonly { readonly id: string }[],
  wanted: readonly { readonly id: string }[],
  now: readonly { readonly id: string }[],
  path: string,
  conflicts: string[],
): unknown[] {
  const find = (list: readonly { readonly id: string }[], id: string) => list.find((one) => one.id === id);
  const ids = new Set([...now, ...wanted].map(({ id }) => id));
  const order = sameValue(idsOf(seen), idsOf(now)) ? new Set([...idsOf(wanted), ...ids]) : ids;
  return [...order].flatMap((id) => {
    const value = join(find(seen, id), find(wanted, id), find(now, id), under(path, id), conflicts);
    return value === undefined ? [] : [value];
  });
}

const idsOf = (list: readonly { readonly id: string }[]): string[] => list.map(({ id }) => id);
