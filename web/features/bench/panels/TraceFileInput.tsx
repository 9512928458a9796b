import type { RefObject } from 'react';

interface TraceFileInputProps {
  readonly input: RefObject<HTMLInputElement | null>;
  readonly onFile: (file: File) => void;
}

/** The file chooser behind the key: for those who cannot or would not drop a file. */
export function TraceFileInput({ input, onFile }: TraceFileInputProps) {
  return (
    <input
      ref={input}
      type="file"
      accept=".csv,.txt,text/csv"
      aria-label="Open a trace file"
      tabIndex={-1}
      className="sr-only"
      onChange={(event) => {
        const [file] = event.target.files ?? [];
        event.target.value = '';
        if (file !== undefined) onFile(file);
      }}
    />
  );
}
