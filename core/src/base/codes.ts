/** A value that a sentence needs: a figure, a name, yes or no. */
export type Param = string | number | boolean;

/** A code that tells all by itself. */
export type None = Readonly<Record<never, never>>;

/**
 * Every code of the product (`area.thing.problem`) with the figures that its sentence needs. Each area adds its own in
 * its `codes.ts`; the catalogue of the application must have one text for each.
 */
export interface CodeTable {
  'money.text.unclear': { text: string; one: string; other: string; field?: string };
  'money.text.wrong': { text: string; field?: string };
}

/** Any code of the product. */
export type Code = keyof CodeTable;

/** The figures of a code as an argument, which may be left out where there are none. */
export type Figures<C extends Code> = None extends CodeTable[C]
  ? [params?: CodeTable[C]]
  : [params: CodeTable[C]];
