import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useState } from 'react';
import { useFieldArray, useFormContext } from 'react-hook-form';
import { PART_KINDS, type PartKind } from '../../../core/parts/part.js';
import type { EngineForm } from './engine-form.js';

const COLUMNS = [
  { key: 'maker', title: 'Maker' },
  { key: 'number', title: 'Part number' },
  { key: 'serial', title: 'Serial or lot' },
] as const;

/** What goes into the engine, by maker and number: a line a part, more where a part is of several kinds. */
export function Parts() {
  const { control, register } = useFormContext<EngineForm>();
  const { fields, insert } = useFieldArray({ control, name: 'parts' });
  const [more, setMore] = useState<PartKind>('valves');
  const count = (part: PartKind, upTo: number) => fields.slice(0, upTo + 1).filter((row) => row.part === part).length;
  return (
    <fieldset className="intake-whole">
      <legend>Parts</legend>
      <table className="intake-parts">
        <thead>
          <tr>
            <th scope="col">Part</th>
            {COLUMNS.map(({ key, title }) => (
              <th key={key} scope="col">
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {fields.map((row, index) => {
            const nth = count(row.part, index);
            const name = nth === 1 ? row.part : `${row.part}, ${nth}`;
            return (
              <tr key={row.id}>
                <th scope="row">{name}</th>
                {COLUMNS.map(({ key, title }) => {
                  const { ref, ...field } = register(`parts.${index}.${key}`);
                  return (
                    <td key={key}>
                      <InputBase
                        {...field}
                        inputRef={ref}
                        fullWidth
                        inputProps={{ 'aria-label': `${name}: ${title.toLowerCase()}`, maxLength: 80 }}
                      />
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="intake-more">
        <Select
          variant="standard"
          value={more}
          onChange={({ target }) => setMore(target.value as PartKind)}
          inputProps={{ 'aria-label': 'Part that is of another kind too' }}
        >
          {PART_KINDS.map((part) => (
            <MenuItem key={part} value={part}>
              {part}
            </MenuItem>
          ))}
        </Select>
        <Button
          variant="outlined"
          onClick={() =>
            insert(fields.findLastIndex((row) => row.part === more) + 1, {
              part: more,
              maker: '',
              number: '',
              serial: '',
            })
          }
        >
          One more line of {more}
        </Button>
      </div>
    </fieldset>
  );
}
