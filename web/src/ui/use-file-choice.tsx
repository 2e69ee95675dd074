import { type ReactElement, useRef } from 'react';

interface FileChoice {
  /** What it is called for who uses it without a pointer. */
  label: string;
  accept: string;
  multiple?: boolean;
  /** Never called with none. */
  onFiles: (files: [File, ...File[]]) => void;
}

/** Lets a person choose files of theirs: `choose` asks for them, `input` must stand somewhere on the page. */
export function useFileChoice({ label, accept, multiple = false, onFiles }: FileChoice): {
  input: ReactElement;
  choose: () => void;
} {
  const input = useRef<HTMLInputElement>(null);
  return {
    input: (
      <input
        ref={input}
        type="file"
        hidden
        multiple={multiple}
        accept={accept}
        aria-label={label}
        onChange={(event) => {
          const [first, ...more] = event.target.files ?? [];
          if (first) onFiles([first, ...more]);
          // The same one again is another choice.
          event.target.value = '';
        }}
      />
    ),
    choose: () => input.current?.click(),
  };
}
