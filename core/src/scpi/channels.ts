/**
 * Numbers of a channel list, ranges spread out: `(@101,103:105)` is 101, 103, 104, 105; undefined for what is none.
 * Source: SCPI-1999 vol. 1 (channel lists), from memory. At most 256 channels.
 */
export function parseChannelList(text: string): readonly number[] | undefined {
  const inner = /^\(\s*@\s*([\d\s,:]+)\)$/.exec(text.trim())?.[1];
  if (inner === undefined) return undefined;
  const channels: number[] = [];
  for (const part of inner.split(',')) {
    const [, from, to] = /^\s*(\d{1,5})(?:\s*:\s*(\d{1,5}))?\s*$/.exec(part) ?? [];
    if (from === undefined) return undefined;
    const [first, last] = [Number(from), Number(to ?? from)];
    if (last < first || channels.length + last - first >= 256) return undefined;
    for (let c = first; c <= last; c++) channels.push(c);
  }
  return channels;
}

/** Writes a channel list. Example: `(@101,102)`. */
export const formatChannelList = (channels: readonly number[]): string =>
  `(@${channels.join(',')})`;
