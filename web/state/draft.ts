import { useState } from 'react';

const nameOf = (key: string) => `utex.draft.${key}`;

/** What was typed and not filed, or null. */
export function draftOf<Form>(key: string): Partial<Form> | null {
  const text = localStorage.getItem(nameOf(key));
  return text === null ? null : (JSON.parse(text) as Partial<Form>);
}

export function keepDraft(key: string, form: object): void {
  localStorage.setItem(nameOf(key), JSON.stringify(form));
}

/** Filed, or thrown away. */
export function dropDraft(key: string): void {
  localStorage.removeItem(nameOf(key));
}

/**
 * A form that takes a while to fill: what is typed stays on this device until it is filed. Neither another part of the
 * place, nor a page that is left, nor a server that is away loses it.
 *
 * @param key names the draft: whose form of which engine
 * @param filed what the form holds when everything typed is filed
 */
export function useDraft<Form extends object>(key: string, filed: () => Form) {
  const [draft, setDraft] = useState(() => draftOf<Form>(key));
  const form: Form = { ...filed(), ...draft };
  return {
    form,
    isDraft: draft !== null,
    change(changed: Partial<Form>) {
      const next = { ...form, ...changed };
      keepDraft(key, next);
      setDraft(next);
    },
    settle() {
      dropDraft(key);
      setDraft(null);
    },
  };
}
