import { useState } from "react";

import type { Schemas } from "../../api/client";

interface Props {
  jobId: number;
  /** What is written beside it. */
  text: string;
  onDone: (book: Schemas["BookOut"]) => void;
}

/** Takes a picture in: from a file, or from the camera of a phone. */
export function Photograph({ jobId, text, onDone }: Props) {
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const send = async (file: File) => {
    setBusy(true);
    setProblem("");
    try {
      const answer = await fetch(`/api/jobs/${jobId}/log/photo?text=${encodeURIComponent(text || file.name)}`, {
        method: "POST",
        headers: { "Content-Type": file.type || "application/octet-stream" },
        body: file,
      });
      const data: unknown = await answer.json();
      if (answer.ok) onDone(data as Schemas["BookOut"]);
      else setProblem((data as Schemas["Refusal"]).message);
    } catch {
      setProblem("The server does not answer: the picture was not taken in.");
    }
    setBusy(false);
  };
  return (
    <>
      <label className="inline-flex h-11 cursor-pointer items-center rounded border border-ink bg-card px-3 font-medium focus-within:outline-2 hover:bg-offer">
        {busy ? "Taking it in…" : "Photograph"}
        <input
          type="file"
          accept="image/jpeg,image/png"
          className="sr-only"
          disabled={busy}
          onChange={(event) => {
            const file = event.currentTarget.files?.[0];
            event.currentTarget.value = "";
            if (file) void send(file);
          }}
        />
      </label>
      {problem && (
        <p role="alert" className="font-medium">
          {problem}
        </p>
      )}
    </>
  );
}
