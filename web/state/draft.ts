import { useEffect, useRef, useState } from 'react';
import { useForm, type DefaultValues, type FieldValues } from 'react-hook-form';
import { useLeftDraft } from './left-draft.js';
import { useSession } from './session.js';

/** Whose draft it is: who takes over the bench neither sees it nor loses it. */
const nameOf = (key: string) => `utex.draft.${useSession.getState().person?.handle}.${key}`;
/** Beside a draft: when it was typed. */
const TIME = '@';
/** As an older version named it, whoever's it was. */
const olderName = (key: string) => `utex.draft.${key}`;

/** What was typed and not filed, or null. */
export function draftOf<Form>(key: string): Partial<Form> | null {
  const text = localStorage.getItem(nameOf(key)) ?? localStorage.getItem(olderName(key));
  return text === null ? null : (JSON.parse(text) as Partial<Form>);
}

function keepDraft(key: string, form: object): void {
  localStorage.removeItem(olderName(key));
  localStorage.setItem(nameOf(key), JSON.stringify(form));
  localStorage.setItem(`${nameOf(key)}${TIME}`, new Date().toISOString());
}

/** Filed, or thrown away. */
function dropDraft(key: string): void {
  localStorage.removeItem(olderName(key));
  localStorage.removeItem(nameOf(key));
  localStorage.removeItem(`${nameOf(key)}${TIME}`);
}

/**
 * A form that takes a while to fill: what is typed stays on this device until it is filed. Neither another part of the
 * place, nor a page that is left, nor a server that is away loses it.
 *
 * @param key names the draft: whose form of which engine
 * @param filed what the form holds when everything typed is filed; the same object as long as nothing else is filed
 * @param readDraft brings what an older version kept on this device into today's form
 */
export function useDraftForm<Form extends FieldValues>(
  key: string,
  filed: Form,
  readDraft: (draft: Partial<Form>) => Partial<Form> = (draft) => draft,
) {
  const [draft] = useState(() => draftOf<Form>(key));
  const [isDraft, setIsDraft] = useState(draft !== null);
  const form = useForm<Form>({ defaultValues: { ...filed, ...(draft && readDraft(draft)) } as DefaultValues<Form> });
  const { subscribe, reset } = form;
  /** Filed, or thrown away: the form holds what is on file. */
  const settle = () => {
    dropDraft(key);
    setIsDraft(false);
    useLeftDraft.setState({ at: null, drop: null });
  };
  const latestSettle = useRef(settle);
  latestSettle.current = settle;
  useEffect(() => {
    if (draft === null) return;
    useLeftDraft.setState({
      at: localStorage.getItem(`${nameOf(key)}${TIME}`),
      drop: () => latestSettle.current(),
    });
    return () => useLeftDraft.setState({ at: null, drop: null });
  }, [draft, key]);
  useEffect(
    () =>
      subscribe({
        formState: { values: true },
        // A form that is filled by its place, and not by a hand, has no name of a field that changed.
        callback: ({ name, values }) => {
          if (name === undefined) return;
          keepDraft(key, values);
          setIsDraft(true);
        },
      }),
    [key, subscribe],
  );
  useEffect(() => {
    if (!isDraft) reset(filed);
  }, [isDraft, filed, reset]);
  return {
    form,
    isDraft,
    /** Everything at once, as from a template: it counts as typed. */
    fill(values: Form) {
      reset(values);
      keepDraft(key, values);
      setIsDraft(true);
    },
    settle,
  };
}
