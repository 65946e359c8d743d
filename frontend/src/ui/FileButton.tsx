import { useRef } from "react";

import { Button } from "./Button";

interface Props {
  /** What the button says. */
  label: string;
  /** What the file is called by those who cannot see it. */
  name: string;
  accept: string;
  onFile: (file: File) => Promise<void>;
}

/** Takes one file; the same one can be chosen again after it was mended. */
export function FileButton({ label, name, accept, onFile }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const chosen = async (file: File | undefined) => {
    if (file) await onFile(file);
    if (input.current) input.current.value = "";
  };
  return (
    <>
      <Button onClick={() => input.current?.click()}>{label}</Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        className="hidden"
        aria-label={name}
        onChange={(event) => void chosen(event.currentTarget.files?.[0])}
      />
    </>
  );
}
