// The profile's schema -> docs/profiles.md, field by field. Run after a change of the schema: npm run docs:profiles
import { writeFileSync } from 'node:fs';
import { profileSchema } from '../core/src/profile/schema.ts';

interface Node {
  readonly type?: string;
  readonly description?: string;
  readonly enum?: readonly unknown[];
  readonly pattern?: string;
  readonly required?: readonly string[];
  readonly properties?: Readonly<Record<string, Node>>;
  readonly items?: Node;
}

const rows: string[] = [];

/** More words than this are not listed. */
const MOST_WORDS = 24;

const tellWords = (words: readonly unknown[]) =>
  words.length > MOST_WORDS
    ? `One of ${words.length} words; \`./badger sum --algorithm list\` tells the names.`
    : `One of ${words.map((e) => `\`${String(e)}\``).join(', ')}.`;

function walk(node: Node, path: string): void {
  for (const [key, value] of Object.entries(node.properties ?? {})) {
    const at = path === '' ? key : `${path}.${key}`;
    const must = node.required?.includes(key) ? 'yes' : '';
    const items = value.items;
    const shape = value.enum ?? items?.enum;
    const type = items
      ? `list of ${items.enum ? 'words' : (items.type ?? 'words')}`
      : (value.type ?? 'word');
    const says = [value.description ?? items?.description ?? '', shape ? tellWords(shape) : '']
      .filter((t) => t !== '')
      .join(' ');
    rows.push(`| \`${at}\` | ${type} | ${must} | ${says.replaceAll('|', '\\|')} |`);
    walk(value, at);
    if (items) walk(items, `${at}[]`);
  }
}
walk(profileSchema, '');

const text = `# Family profiles, field by field

A profile is one JSON file under \`profiles/\`, one family a file, checked by a JSON Schema (2020-12) and then by what a
schema cannot see: regions that overlap, fields, secrets and checksums outside their region, rules about fields that there
are not, ways in without wiring or with a feed before ground, numbers that replace each other in a circle, bands out of
order. A file that does not hold is not loaded; its name, the path inside it and the reason stand on the page of families.
\`version\` is raised with every change, and every version that was ever loaded is kept. Made by
\`npm run docs:profiles\` from the schema; a test finds a field that is missing here.

| Field | Type | Must be there | What it is |
| --- | --- | --- | --- |
${rows.join('\n')}
`;
writeFileSync(new URL('../docs/profiles.md', import.meta.url), text);
