import Button, { type ButtonProps } from '@mui/material/Button';
import { useRef } from 'react';

interface Props extends Omit<ButtonProps, 'onClick'> {
  /** What the file is for, where the button's own words do not say it. */
  label: string;
  /** Kinds of files that are offered, as a file input takes them. */
  accept: string;
  onFile: (file: File) => void;
}

/** A button that asks for a file; on a tablet also for its camera, where pictures are accepted. */
export function FileButton({ label, accept, onFile, children, ...button }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} aria-label={label} onClick={() => input.current!.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept={accept}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          // The same file again is another choice.
          target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}

export const PICTURES = 'image/jpeg,image/png,image/webp';
