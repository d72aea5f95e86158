/** How a number is kept. */
export interface NumberForm {
  readonly signed: boolean;
  readonly littleEndian: boolean;
  /** What is meant: the number that is kept times `scale` plus `offset`, in `unit`. */
  readonly scale: number;
  readonly offset: number;
  readonly unit: string;
  /** Values outside are not believed. In `unit`. */
  readonly least: number | undefined;
  readonly most: number | undefined;
}

/** Digits of a date, two to a byte. */
export type DateLayout = 'yymmdd' | 'ddmmyy' | 'yyyymmdd';

/** How the bytes of a field are to be read. */
export type FieldForm =
  | { readonly type: 'text'; readonly pattern: string | undefined; readonly vin: boolean }
  | { readonly type: 'bytes' }
  | { readonly type: 'digits' }
  | ({ readonly type: 'number' } & NumberForm)
  | { readonly type: 'date'; readonly layout: DateLayout }
  | {
      readonly type: 'flags';
      readonly littleEndian: boolean;
      readonly bits: readonly { readonly bit: number; readonly name: string }[];
    }
  | {
      readonly type: 'choice';
      readonly littleEndian: boolean;
      readonly values: readonly { readonly value: number; readonly name: string }[];
    }
  | ({ readonly type: 'table'; readonly cellBytes: number; readonly columns: number } & NumberForm);

/** A field of a region, with all its copies. */
export interface FieldSpec {
  readonly id: string;
  readonly name: string;
  readonly region: string;
  /** Offset of each copy. */
  readonly offsets: readonly number[];
  readonly lengthBytes: number;
  readonly form: FieldForm;
  /** Mileage is carried with the vehicle's identity and shown, never edited. */
  readonly role: 'identity' | 'mileage' | 'secret' | 'other';
}

/** What a field's bytes say. `blank`: erased or zero throughout, so that nothing is kept. */
export interface FieldValue {
  readonly text: string;
  readonly verdict: 'sound' | 'blank' | 'malformed' | 'outside';
}
