import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, take } from "../../api/client";
import { useJob } from "../../job/context";
import { useLog } from "../../job/queries";
import { Button } from "../../ui/Button";
import { Tabs } from "../../ui/Tabs";

type Kind = "note" | "ticket" | "torque" | "road test";
const KINDS: { value: Kind; label: string; ask: string }[] = [
  { value: "note", label: "Note", ask: "What was changed and why, what went wrong and what it cost" },
  { value: "ticket", label: "Weighbridge ticket", ask: "Axle loads, and what was aboard" },
  { value: "torque", label: "Torque check", ask: "Which bolts, which torque, what moved" },
  { value: "road test", label: "Road test", ask: "Which road, what rattled, what let go" },
];

/** 9 Log: dated entries kept with the job; nothing in it is ever changed. */
export function Log() {
  const { jobId } = useJob();
  const client = useQueryClient();
  const log = useLog(jobId);
  const [kind, setKind] = useState<Kind>("note");
  const [text, setText] = useState("");
  const add = useMutation({
    mutationFn: () =>
      take(
        api.POST("/api/jobs/{job}/record", {
          params: { path: { job: jobId } },
          body: { kind, text, data: {}, uid: "", at: "" },
        }),
      ),
    onSuccess: () => {
      setText("");
      void client.invalidateQueries({ queryKey: ["job", jobId, "log"] });
    },
  });
  const entries = [...(log.data?.entries ?? [])].reverse();
  return (
    <div className="mx-auto max-w-[860px] p-5">
      <h1 className="mb-3 text-[26px] leading-none">Log</h1>
      <form
        className="mb-5 grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim()) add.mutate();
        }}
      >
        <Tabs label="Kind of entry" value={kind} onChange={(value) => setKind(value as Kind)} options={KINDS} />
        <label className="grid gap-1">
          <span className="text-steel">{KINDS.find((one) => one.value === kind)?.ask}</span>
          <textarea
            className="min-h-20 rounded border border-steel bg-card p-2"
            maxLength={2000}
            value={text}
            onChange={(event) => setText(event.currentTarget.value)}
          />
        </label>
        {add.isError && (
          <p role="alert" className="font-medium">
            {add.error.message}
          </p>
        )}
        <Button tone="strong" type="submit" className="justify-self-start" disabled={!text.trim() || add.isPending}>
          Enter it
        </Button>
      </form>
      {entries.length === 0 && <p className="text-steel">Nothing entered yet.</p>}
      <ol>
        {entries.map((entry, i) => (
          <li
            key={entries.length - i}
            className="grid grid-cols-[150px_120px_1fr] gap-3 border-b border-hair py-2 max-[600px]:grid-cols-1 max-[600px]:gap-0"
          >
            <time className="text-steel">{entry.at.replace("T", " ")}</time>
            <span className="font-medium">{entry.kind}</span>
            <span className="whitespace-pre-wrap">{entry.text}</span>
          </li>
        ))}
      </ol>
    </div>
  );
}
