import Button from '@mui/material/Button';
import { useState } from 'react';
import { LARGEST_PICTURE } from '../../../contracts/picture.js';
import { FileButton, PICTURES } from '../../app/FileButton.js';
import { sayError, sendLetterhead } from '../../app/api.js';

/** The picture at the head of the shop's records: it is sent at once, and stands there when what the shop says is filed. */
export function Letterhead({ sha256, onChange }: { sha256: string; onChange: (sha256: string) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const send = (file: File) => {
    setProblem(null);
    if (file.size > LARGEST_PICTURE) return setProblem('A picture may have 12 MB; this file is larger.');
    sendLetterhead(file).then(
      (answer) => onChange(answer.sha256),
      (error: unknown) => setProblem(sayError(error)),
    );
  };
  return (
    <div className="shop-letterhead">
      <span className="shop-label">Picture at the head of records</span>
      {sha256 !== '' && <img src={`/api/pictures/${sha256}`} alt="At the head of records" />}
      <span>
        <FileButton
          label={`${sha256 === '' ? 'Choose a picture' : 'Another picture'} for the head of records`}
          accept={PICTURES}
          onFile={send}
          variant="outlined"
          size="small"
        >
          {sha256 === '' ? 'Choose a picture' : 'Another picture'}
        </FileButton>
        {sha256 !== '' && (
          <Button size="small" onClick={() => onChange('')}>
            None
          </Button>
        )}
      </span>
      {problem && (
        <span role="alert" className="shop-warning">
          {problem}
        </span>
      )}
    </div>
  );
}
