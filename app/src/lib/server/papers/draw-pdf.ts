import { createRequire } from 'node:module';
import { openSync, type Font } from 'fontkit';
import pdfmake from 'pdfmake';
import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { Verdict } from '@badger/core/base/verdict';
import { spansOf } from '../../features/papers/paper.view.ts';
import { SEEN_WORDS } from '../../messages/papers.ts';
import type { Block, Paper, Span, Text } from '../../paper-types.ts';
import { pathOfStrokes } from '../../strokes.ts';

/** Size of the sheet. */
export type PaperSize = 'A4' | 'LETTER';

const MARGIN_PT = 40;
const FINE_PT = 7;
const COLORS: Record<Verdict, string> = {
  ...{ go: '#1c7346', look: '#8a5a00', stop: '#ad231c', none: '#5a554a' }
};

const require = createRequire(import.meta.url);
const fontFile = (name: string) => require.resolve(`dejavu-fonts-ttf/ttf/${name}.ttf`);
const FILES = {
  sans: 'DejaVuSansCondensed',
  bold: 'DejaVuSansCondensed-Bold',
  mono: 'DejaVuSansMono'
};

type Face = keyof typeof FILES;

let faces: Record<Face, Font> | undefined;

/** Sets up the writer once: fonts that ship with the application, nothing fetched, no file read but the fonts. */
function prepare(): Record<Face, Font> {
  if (faces) return faces;
  const [sans, bold, mono] = [fontFile(FILES.sans), fontFile(FILES.bold), fontFile(FILES.mono)];
  pdfmake.setFonts({ Sans: { normal: sans, bold }, Mono: { normal: mono, bold: mono } });
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy((path) => [sans, bold, mono].includes(path));
  // a collection would have no glyphs of its own; the files are single fonts
  faces = {
    ...{ sans: openSync(sans) as Font, bold: openSync(bold) as Font },
    mono: openSync(mono) as Font
  };
  return faces;
}

/** A character that the font has not got is named by its number: nothing is dropped without a word. */
export function writable(text: string, face: Face = 'sans'): string {
  const font = prepare()[face];
  return [...text]
    .map((c) => {
      const point = c.codePointAt(0) ?? 0;
      if (c === '\n' || font.hasGlyphForCodePoint(point)) return c;
      return `[U+${point.toString(16).toUpperCase().padStart(4, '0')}]`;
    })
    .join('');
}

/** A paper as PDF. The same blocks as on the page; digests break anywhere. */
export async function drawPdf(paper: Paper, size: PaperSize): Promise<Uint8Array> {
  prepare();
  const document: TDocumentDefinitions = {
    pageSize: size,
    pageMargins: MARGIN_PT,
    info: { title: paper.title, producer: 'Upright Badger', creator: 'Upright Badger' },
    defaultStyle: { font: 'Sans', fontSize: 9, lineHeight: 1.15 },
    footer: (page, pages) => ({
      text: writable(`${paper.title} · ${page} of ${pages}`),
      ...{ alignment: 'right', fontSize: FINE_PT, margin: [MARGIN_PT, 8] }
    }),
    content: [
      {
        columns: [
          { text: writable(paper.title, 'bold'), fontSize: 16, bold: true },
          { text: writable(paper.aside), alignment: 'right', margin: [0, 6, 0, 0] }
        ],
        margin: [0, 0, 0, 6]
      },
      ...paper.blocks.map(drawBlock)
    ]
  };
  const pdf = await pdfmake.createPdf(document).getBuffer();
  return new Uint8Array(pdf);
}

const draw = (text: Text) => spansOf(text).map(drawSpan);

function drawSpan(span: Span) {
  if (typeof span === 'string') return { text: writable(span) };
  if (span.mono) return { text: writable(span.text, 'mono'), font: 'Mono' };
  return span.bold
    ? { text: writable(span.text, 'bold'), bold: true }
    : { text: writable(span.text) };
}

type Draw<K extends Block['kind']> = (block: Extract<Block, { kind: K }>) => Content;

const DRAW: { [K in Block['kind']]: Draw<K> } = {
  heading: ({ text }) => ({
    ...{ text: writable(text, 'bold'), fontSize: 11.5, bold: true, margin: [0, 9, 0, 3] },
    headlineLevel: 1
  }),
  text: ({ text }) => ({ text: draw(text), margin: [0, 0, 0, 2] }),
  table: ({ head, rows, fine = [], right = [] }) => {
    const columns = head.length > 0 ? head.length : (rows[0]?.length ?? 1);
    const cell = (content: Text, c: number): TableCell => ({
      text: draw(content),
      ...(fine.includes(c) ? { fontSize: FINE_PT, wordBreak: 'break-all' } : {}),
      ...(right.includes(c) ? { alignment: 'right' } : {})
    });
    const body = rows.map((row) => row.map(cell));
    const title = head.map((h, c) => cell({ text: h, bold: true }, c));
    if (head.length === 0 && rows.length === 0) return { text: '' };
    return {
      table: {
        headerRows: head.length > 0 ? 1 : 0,
        dontBreakRows: true,
        widths: widthsOf(columns, fine),
        body: head.length > 0 ? [title, ...body] : body
      },
      layout: 'lightHorizontalLines',
      fontSize: 8
    };
  },
  statements: ({ items }) => ({
    stack: items.map(({ verdict, title, text }) => ({
      columns: [
        { text: writable(SEEN_WORDS[verdict]), width: 52, bold: true, color: COLORS[verdict] },
        { text: [{ text: writable(`${title}. `, 'bold'), bold: true }, writable(text)] }
      ],
      margin: [0, 2, 0, 2]
    }))
  }),
  signature: ({ text, strokes }) => ({
    columns: [
      { text: draw(text), margin: [0, 20, 0, 0] },
      { svg: signatureSvg(pathOfStrokes(strokes)), width: 130, height: 36 }
    ]
  }),
  line: ({ text }) => ({
    stack: [
      { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 220, y2: 0, lineWidth: 0.5 }] },
      { text: writable(text), fontSize: 8, margin: [0, 2, 0, 0] }
    ],
    margin: [0, 44, 0, 6]
  }),
  code: ({ svg, text }) => ({
    columns: [
      { svg, width: 64 },
      { stack: text.map((t) => ({ text: draw(t), fontSize: 8 })), margin: [10, 12, 0, 0] }
    ],
    ...{ margin: [0, 12, 0, 0], unbreakable: true }
  })
};

function drawBlock(block: Block): Content {
  return (DRAW[block.kind] as (b: Block) => Content)(block);
}

/** A digest gets room, the last column what is left. */
const widthsOf = (columns: number, fine: readonly number[]) =>
  Array.from({ length: columns }, (_, c) =>
    c === columns - 1 ? '*' : fine.includes(c) ? 150 : 'auto'
  );

const signatureSvg = (path: string) =>
  `<svg viewBox="0 0 1000 277" xmlns="http://www.w3.org/2000/svg"><g transform="scale(1 0.277)"><path d="${path}" fill="none" stroke="#1b1a18" stroke-width="8"/></g></svg>`;
