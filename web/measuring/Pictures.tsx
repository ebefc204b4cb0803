import AddAPhotoOutlined from '@mui/icons-material/AddAPhotoOutlined';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Dialog from '@mui/material/Dialog';
import { format } from 'date-fns/format';
import { useEffect, useMemo, useState } from 'react';
import { LARGEST_PICTURE, type PictureStage } from '../../contracts/picture.js';
import { wordTakenAt } from '../../contracts/wording/picture.js';
import { picturesOf } from '../../core/sheet/engine-file.js';
import { FileButton, PICTURES } from '../app/FileButton.js';
import { usePictureBox, type KeptPicture } from '../state/picture-box.js';
import { useLooksOn } from '../state/session.js';
import { useDesk } from '../state/use-desk.js';
import './pictures.css';

/** A picture as it is looked at, whether the server has it or only this device. */
interface Shown {
  id: string;
  src: string;
  said: string;
}

/** A kept picture by an address of its own, as long as it is looked at. */
function useKept(kept: KeptPicture[]): (KeptPicture & { src: string })[] {
  const shown = useMemo(() => kept.map((one) => ({ ...one, src: URL.createObjectURL(one.file) })), [kept]);
  useEffect(() => () => shown.forEach(({ src }) => URL.revokeObjectURL(src)), [shown]);
  return shown;
}

/** A picture at a thumb's size, large on a tap. */
export function Thumb({ picture }: { picture: Shown }) {
  const [large, setLarge] = useState(false);
  return (
    <>
      <ButtonBase
        className="picture-thumb"
        aria-label={`${picture.said}: look at it large`}
        onClick={() => setLarge(true)}
      >
        <img src={picture.src} alt="" />
      </ButtonBase>
      <Dialog open={large} onClose={() => setLarge(false)} maxWidth={false} aria-label={picture.said}>
        <ButtonBase className="picture-large" aria-label="Close" autoFocus onClick={() => setLarge(false)}>
          <img src={picture.src} alt={picture.said} />
        </ButtonBase>
        <p className="picture-said">{picture.said}</p>
      </Dialog>
    </>
  );
}

/** The pictures of an engine that the server has, each with what is said of it. */
export function usePictures(): (Shown & { stage: string; place: string })[] {
  const file = useDesk((desk) => desk.file!);
  return useMemo(
    () =>
      picturesOf(file).map(({ id, sha256, stage, place, caption, by, takenAt }) => ({
        id,
        stage,
        place,
        src: `/api/pictures/${sha256}`,
        said: `${caption ? `${caption}. ` : ''}At ${wordTakenAt(stage, place)}, by ${by}, ${format(new Date(takenAt), 'd MMM, HH:mm')}`,
      })),
    [file],
  );
}

/** The pictures taken at a place, and taking one more: from the tablet's camera, or from a file. */
export function Pictures({ stage, place }: { stage: PictureStage; place: string }) {
  const engineId = useDesk((desk) => desk.engineId!);
  const looksOn = useLooksOn();
  const { kept: all, refused, add, drop } = usePictureBox();
  const [problem, setProblem] = useState<string | null>(null);
  const own = useMemo(
    () => all.filter((one) => one.engineId === engineId && one.stage === stage && one.place === place),
    [all, engineId, stage, place],
  );
  const kept = useKept(own);
  const there = usePictures().filter((one) => one.stage === stage && one.place === place);
  const take = (file: File) => {
    setProblem(null);
    if (file.size > LARGEST_PICTURE) return setProblem('A picture may have 12 MB; this file is larger.');
    void add(engineId, { stage, place }, file);
  };
  return (
    <section aria-label="Pictures" className="pictures">
      <div className="pictures-row">
        {there.map((picture) => (
          <Thumb key={picture.id} picture={picture} />
        ))}
        {kept
          .filter(({ id }) => !there.some((one) => one.id === id))
          .map(({ id, src }) => (
            <span key={id} className="picture-kept">
              <Thumb picture={{ id, src, said: `At ${wordTakenAt(stage, place)}, kept here` }} />
              <span className="now-quiet">◔ kept here</span>
            </span>
          ))}
        {!looksOn && (
          <FileButton
            label={`Picture at ${wordTakenAt(stage, place)}`}
            accept={PICTURES}
            onFile={take}
            variant="outlined"
            size="small"
            startIcon={<AddAPhotoOutlined />}
          >
            Picture
          </FileButton>
        )}
      </div>
      {problem && <p role="alert">{problem}</p>}
      {own
        .filter(({ id }) => refused[id] !== undefined)
        .map(({ id }) => (
          <p key={id} role="alert">
            The server refused a picture: {refused[id]}{' '}
            <Button size="small" onClick={() => void drop(id)}>
              Take it off this device
            </Button>
          </p>
        ))}
    </section>
  );
}
