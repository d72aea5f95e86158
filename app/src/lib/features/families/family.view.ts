export const KNOWN_WORDS = {
  works: 'known to work',
  untried: 'not tried yet',
  fails: 'known to fail'
} as const;
