import { useSnackbar } from 'notistack';
import { useWatch, type FieldValues } from 'react-hook-form';
import type { Issue } from '../../contracts/errors.js';
import { useDraftForm } from '../state/draft.js';
import { useDesk } from '../state/use-desk.js';
import { act } from './api.js';
import { useRefused } from './use-refused.js';

interface Asked<Form extends FieldValues, Said extends object> {
  /** Of the paper; it names the draft too, where nothing else does. */
  kind: string;
  draft?: string;
  /** What the form holds when everything typed is filed; the same object as long as nothing else is. */
  filed: Form;
  /** The paper that the form describes, or everything that is wrong with it. */
  check: (form: Form) => { said: Said; issues: [] } | { said: null; issues: Issue[] };
  /** The field of a path. */
  fieldOf: (path: string) => string;
  /** Said when it is filed. */
  filedWords: (said: Said) => string;
  /** Done once it is filed, before anything is read anew. */
  onFiled?: () => void;
}

/** A paper of the engine that is typed and filed whole: its draft kept here, what is wrong told by its fields. */
export function usePaperForm<Form extends FieldValues, Said extends object>(asked: Asked<Form, Said>) {
  const { kind, draft = kind, filed, check, fieldOf, filedWords, onFiled } = asked;
  const reload = useDesk((desk) => desk.reload);
  const id = useDesk((desk) => desk.engine!.id);
  const { form, isDraft, settle } = useDraftForm<Form>(`${id}.${draft}`, filed);
  const { control } = form;
  const { enqueueSnackbar } = useSnackbar();
  const typed = useWatch({ control }) as Form;
  const { wrong, problem, refuse, fail, sends } = useRefused(form, fieldOf, (now) => check(now).issues);
  const send = async () => {
    const { said, issues } = check(form.getValues());
    if (!said) return refuse(issues);
    try {
      await act('POST /api/engines/:id/papers/:kind', { params: { id, kind }, body: said });
      enqueueSnackbar(filedWords(said));
      onFiled?.();
      await reload();
      settle();
    } catch (error) {
      fail(error);
    }
  };
  return { form, control, typed, wrong, problem, isDraft, settle, submit: sends(send) };
}
