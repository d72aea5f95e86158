/** True for a UUID: anything else never reaches the database. */
export function isId(text: string): boolean {
  return /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(text);
}

/** A job number out of an address; 0 (which no job has) for anything else. */
export function parseJobNumber(text: string): number {
  return /^[1-9]\d{0,8}$/.test(text) ? Number(text) : 0;
}

/** True for a SHA-256 in lower-case hex. */
export const isSha256 = (text: string): boolean => /^[0-9a-f]{64}$/.test(text);
