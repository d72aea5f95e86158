import { computeCheckDigit, parseVin } from '@badger/core/identity/vin';
import { findModelYears, findVinRegion, judgeCheckDigit } from '@badger/core/identity/vin-facts';
import { readArguments } from '../arguments.ts';
import { EXIT, exitOf, findingLines, tellFinding, WrongUse, type Report } from '../report.ts';

export const usage = `vin TEXT
  Is it a VIN, does its check digit hold, which model years and which continent can it mean.`;

export function run(words: readonly string[]): Report {
  const args = readArguments(words, {});
  if (args.files.length !== 1) throw new WrongUse('vin expected one text');
  const told = parseVin(args.files[0] as string);
  if (!told.ok) {
    const finding = {
      code: told.problem.code,
      severity: 'stop',
      params: told.problem.params
    } as const;
    const json = {
      valid: false,
      checkDigit: null,
      expected: null,
      modelYears: [],
      region: null,
      findings: [tellFinding(finding)]
    };
    return { json, lines: findingLines([finding]), exit: EXIT.refused };
  }
  const vin = told.value;
  const checkDigit = vin.text.charAt(8);
  const expected = computeCheckDigit(vin.text);
  const findings = judgeCheckDigit(vin);
  const years = findModelYears(vin, new Date().getFullYear()).filter((y) => y.reason !== 'future');
  const modelYears = years
    .toSorted((a, b) => Number(b.likely) - Number(a.likely))
    .map((y) => y.year);
  const region = findVinRegion(vin);
  const exit = exitOf(findings);
  const valid = exit === EXIT.fine;
  const json = {
    valid,
    checkDigit,
    expected,
    modelYears,
    region,
    findings: findings.map(tellFinding)
  };
  const lines = [
    `${vin.text}: ${valid ? 'a VIN' : 'no VIN'}, check digit ${checkDigit}${findings.length > 0 ? `, ${expected} expected` : ' holds'}`,
    `maker at home in ${region}, model year ${modelYears.join(' or ') || 'not told'}`,
    ...findingLines(findings)
  ];
  return { json, lines, exit };
}
