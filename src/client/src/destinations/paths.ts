/** A document as it is edited: anything JSON can say, right or wrong. */
export type Json = null | boolean | number | string | readonly Json[] | { readonly [name: string]: Json };

const stepsOf = (path: string): (string | number)[] =>
  path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .map((step) => (/^\d+$/.test(step) ? Number(step) : step));

/** The value at a path such as `slots[2].limits.mostBytes`; undefined where there is none. */
export function valueAt(json: unknown, path: string): unknown {
  let value = json;
  for (const step of stepsOf(path)) value = (value as Record<string | number, unknown> | null)?.[step];
  return value;
}

/** The document with another value at a path; undefined takes the member away. Nothing else is copied than what changes. */
export function withValueAt<T>(json: T, path: string, value: unknown): T {
  return placed(json, stepsOf(path), value) as T;
}

function placed(json: unknown, [step, ...rest]: (string | number)[], value: unknown): unknown {
  if (step === undefined) return value;
  if (typeof step === "number") {
    const list = [...((json as unknown[]) ?? [])];
    list[step] = placed(list[step], rest, value);
    return list;
  }
  const { [step]: old, ...others } = (json ?? {}) as Record<string, unknown>;
  const next = placed(old, rest, value);
  return next === undefined ? others : { ...(json as object), [step]: next };
}

/** Where two documents say different things, as paths with both values. */
export function differences(
  mine: unknown,
  theirs: unknown,
  path = "",
): { path: string; mine: unknown; theirs: unknown }[] {
  if (Object.is(mine, theirs)) return [];
  if (typeof mine !== "object" || typeof theirs !== "object" || mine === null || theirs === null)
    return [{ path, mine, theirs }];
  const isList = Array.isArray(mine) && Array.isArray(theirs);
  const names = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
  return names.flatMap((name) =>
    differences(
      (mine as Record<string, unknown>)[name],
      (theirs as Record<string, unknown>)[name],
      isList ? `${path}[${name}]` : path ? `${path}.${name}` : name,
    ),
  );
}
