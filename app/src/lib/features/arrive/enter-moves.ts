import type { Attachment } from 'svelte/attachments';

const FIELDS = 'input:not([type=hidden],[type=file],[type=radio],[type=checkbox]),select,textarea';

/** In such a form Enter goes to the next empty field (a scanner ends with it); Ctrl and Enter sends the form. */
export const enterMoves: Attachment<HTMLFormElement> = (form) => {
  const onkeydown = (event: KeyboardEvent) => {
    const { target } = event;
    if (event.key !== 'Enter' || !(target instanceof HTMLElement) || !target.matches(FIELDS))
      return;
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      form.requestSubmit();
      return;
    }
    if (target.tagName === 'TEXTAREA' && event.shiftKey) return;
    event.preventDefault();
    const fields = [...form.querySelectorAll<HTMLInputElement>(FIELDS)].filter((f) => !f.disabled);
    const after = fields.slice(fields.indexOf(target as HTMLInputElement) + 1);
    const next = after.find((f) => f.value === '') ?? after[0];
    (next ?? form.querySelector<HTMLElement>('button[type=submit]'))?.focus();
  };
  form.addEventListener('keydown', onkeydown);
  return () => form.removeEventListener('keydown', onkeydown);
};
