import BackspaceOutlined from '@mui/icons-material/BackspaceOutlined';
import ButtonBase from '@mui/material/ButtonBase';

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'];

/** Digits as large as a glove; by key the field beside it is typed into, so Tab passes the pad by. */
export function NumberPad({ onDigit, onErase }: { onDigit: (digit: string) => void; onErase: () => void }) {
  return (
    <div className="number-pad" role="group" aria-label="Number pad">
      {DIGITS.map((digit) => (
        <ButtonBase key={digit} className="number-key figure" tabIndex={-1} onClick={() => onDigit(digit)}>
          {digit}
        </ButtonBase>
      ))}
      <ButtonBase className="number-key erase" tabIndex={-1} aria-label="Take the last digit away" onClick={onErase}>
        <BackspaceOutlined />
      </ButtonBase>
    </div>
  );
}
