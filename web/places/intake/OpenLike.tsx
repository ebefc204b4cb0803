import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import type { EngineFileAnswer } from '../../../contracts/engine-file.js';
import type { EngineSummary } from '../../../contracts/engine.js';
import { ask, sayError } from '../../app/api.js';

/** How long after the last key earlier engines are searched, ms. */
const SETTLED_MS = 200;

/** An earlier engine whose layout, figures and parts are taken over. */
export function OpenLike({ onChosen }: { onChosen: (file: EngineFileAnswer) => void }) {
  const [search, setSearch] = useState('');
  const [found, setFound] = useState<EngineSummary[]>([]);
  const [says, setSays] = useState<{ wrong: boolean; text: string }>({ wrong: false, text: 'its layout, figures and parts, without serial numbers' }); // prettier-ignore
  useEffect(() => {
    const asked = new AbortController();
    const settled = setTimeout(() => {
      ask('GET /api/engines', { query: { search, page: 1 }, signal: asked.signal }).then(
        ({ engines }) => setFound(engines),
        (error: unknown) => {
          if (!asked.signal.aborted) setSays({ wrong: true, text: sayError(error) });
        },
      );
    }, SETTLED_MS);
    return () => {
      clearTimeout(settled);
      asked.abort();
    };
  }, [search]);
  const choose = async (engine: EngineSummary | null) => {
    if (!engine) return;
    try {
      onChosen(await ask('GET /api/engines/:id/file', { params: { id: engine.id } }));
      setSays({ wrong: false, text: `taken over from ${engine.tag}; all of it can be changed` });
    } catch (error) {
      setSays({ wrong: true, text: sayError(error) });
    }
  };
  return (
    <Autocomplete
      options={found}
      filterOptions={(options) => options}
      getOptionLabel={({ tag, title }) => `${tag}, ${title}`}
      getOptionKey={({ id }) => id}
      isOptionEqualToValue={(one, other) => one.id === other.id}
      onInputChange={(_event, text, why) => {
        if (why !== 'reset') setSearch(text);
      }}
      onChange={(_event, engine) => void choose(engine)}
      noOptionsText="no such engine"
      renderInput={(input) => (
        <TextField {...input} label="Open like an earlier engine" error={says.wrong} helperText={says.text} />
      )}
    />
  );
}
