import type { RefObject } from 'react';

interface PickedFileProps {
  /** Whoever has the button clicks it. */
  picker: RefObject<HTMLInputElement | null>;
  accept: string;
  label: string;
  onFile: (file: File) => void;
}

/** A field for one file that is never seen: the same file may be chosen twice in a row. */
export function PickedFile({ picker, accept, label, onFile }: PickedFileProps) {
  return (
    <input
      ref={picker}
      type="file"
      accept={accept}
      hidden
      aria-label={label}
      onChange={(e) => {
        const file = e.target.files?.[0];
        e.target.value = '';
        if (file) onFile(file);
      }}
    />
  );
}
