/** First letters of the words of a name, for a display that anybody walks past. Example: `Saltmarsh Couriers` is `SC`. */
export function initialsOf(name: string): string {
  return name
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .slice(0, 3)
    .map((word) => [...word][0]?.toUpperCase() ?? '')
    .join('');
}

/**
 * The same data with every text that is one of these names cut to its initials, wherever it stands: a name also comes in
 * the parameters of a judgement. Dates and other objects of a class stay as they are.
 */
export function hideNames<T>(data: T, names: ReadonlySet<string>): T {
  if (typeof data === 'string') return (names.has(data) ? initialsOf(data) : data) as T;
  if (Array.isArray(data)) return data.map((item: unknown) => hideNames(item, names)) as T;
  if (data === null || typeof data !== 'object') return data;
  if (Object.getPrototypeOf(data) !== Object.prototype) return data;
  return Object.fromEntries(
    Object.entries(data).map(([key, value]) => [key, hideNames(value as unknown, names)])
  ) as T;
}
