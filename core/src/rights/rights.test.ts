import { describe, expect, it } from 'vitest';
import { checkRight, mayDo, RIGHTS, ROLES, type Right } from './rights.ts';

const rightsOf = (role: (typeof ROLES)[number]) =>
  (Object.keys(RIGHTS) as Right[]).filter((right) => mayDo(role, right));

describe('rights', () => {
  it('gives a lead everything', () => {
    expect(rightsOf('lead')).toEqual(Object.keys(RIGHTS));
  });

  it('keeps what is dangerous from those whom it does not concern', () => {
    for (const right of ['memory.write', 'memory.download', 'operation.stop-of-others'] as const) {
      expect(ROLES.filter((role) => mayDo(role, right))).toEqual(['bench', 'lead']);
    }
    for (const right of ['authority.record', 'unit.assign', 'paper.see'] as const) {
      expect(mayDo('trainee', right)).toBe(false);
    }
    expect(rightsOf('desk').filter((r) => /^(memory|bench|scan\.run|scan\.keep)/.test(r))).toEqual(
      []
    );
  });

  it('leaves settings, endings and waivers to a lead', () => {
    for (const right of ['settings.change', 'job.end', 'backup.waive'] as const) {
      expect(ROLES.filter((role) => mayDo(role, right))).toEqual(['lead']);
    }
  });

  it('says who was refused what', () => {
    expect(checkRight('desk', 'memory.read')).toEqual({
      ok: false,
      problem: { code: 'gate.person.role', params: { role: 'desk', right: 'memory.read' } }
    });
    expect(checkRight('trainee', 'memory.read').ok).toBe(true);
  });
});
