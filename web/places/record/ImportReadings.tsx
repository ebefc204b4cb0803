import Button from '@mui/material/Button';
import { useState } from 'react';
import { findMeasure } from '../../../core/plan/measures.js';
import { UNIT_LABEL } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { TableHead } from '../../app/TableHead.js';
import { ApiError, ask, sayError } from '../../app/api.js';
import { FileButton } from '../../app/FileButton.js';
import { newId } from '../../app/new-id.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { onTheirLines, readReadings, type ReadingLine } from './readings-file.js';

/** Readings from a file: shown first, each problem on its line; taken all together or not at all. */
export function ImportReadings() {
  const { engine, file, reload } = useDesk();
  const looksOn = useLooksOn();
  const [lines, setLines] = useState<ReadingLine[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [taken, setTaken] = useState<number | null>(null);
  if (looksOn) return null;
  const wrong = lines?.filter(({ problems }) => problems.length > 0).length ?? 0;

  const read = async (chosen: File) => {
    setTaken(null);
    const found = readReadings(await chosen.text(), file!, newId);
    setProblem(found.ok ? null : found.problem);
    setLines(found.ok ? found.lines : null);
  };
  const take = async () => {
    setProblem(null);
    try {
      const body = { readings: lines!.map(({ reading }) => reading!) };
      await ask('POST /api/engines/:id/readings', { params: { id: engine!.id }, body });
      setTaken(lines!.length);
      setLines(null);
      await reload();
    } catch (error) {
      if (error instanceof ApiError) setLines(onTheirLines(lines!, error.issues).lines);
      setProblem(sayError(error));
    }
  };
  return (
    <section aria-label="Readings from a file" className="import">
      <FileButton
        label="Readings from a CSV file"
        accept=".csv,text/csv"
        onFile={(chosen) => void read(chosen)}
        variant="outlined"
      >
        Readings from a CSV file
      </FileButton>
      {taken !== null && (
        <p role="status">{taken === 1 ? '1 reading was' : `${taken} readings were`} taken from the file.</p>
      )}
      {problem && <p role="alert">{problem}</p>}
      {lines && (
        <>
          <p>
            {lines.length === 1 ? '1 reading' : `${lines.length} readings`}
            {wrong > 0
              ? `, ${wrong} with a problem: mend the file and choose it again. Nothing was taken.`
              : ', all can be taken. They will stand as taken by you.'}
          </p>
          <table className="import-table">
            <TableHead heads={['Line', 'Measure', 'Place', 'Entered', 'Problem']} />
            <tbody>
              {lines.map(({ line, measure, place, entered, unit, problems }) => (
                <tr key={line} className={problems.length > 0 ? 'import-wrong' : undefined}>
                  <td className="figure">{line}</td>
                  <td>{findMeasure(measure)?.title ?? measure}</td>
                  <td className="figure">{place}</td>
                  <td className="figure">
                    {entered} {UNIT_LABEL[unit as Unit] ?? unit}
                  </td>
                  <td>{problems.length > 0 && <>▲ {problems.join('; ')}</>}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="import-end">
            <Button variant="contained" disabled={wrong > 0} onClick={() => void take()}>
              Take {lines.length === 1 ? 'it' : `all ${lines.length}`}
            </Button>
            <Button
              onClick={() => {
                setLines(null);
                setProblem(null);
              }}
            >
              Take none
            </Button>
          </div>
        </>
      )}
    </section>
  );
}
