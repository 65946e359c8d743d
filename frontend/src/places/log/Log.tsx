import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, reasonOf, type Schemas, take } from "../../api/client";
import { useJob } from "../../job/context";
import { Page } from "../../job/Page";
import { useBook } from "../../job/queries";
import { freshName } from "../../record/outbox";
import { Button } from "../../ui/Button";
import { Group } from "../../ui/fields";
import { dataOf } from "./fields";
import { FieldOf } from "./LineForm";
import { Photograph } from "./Photograph";

type Book = Schemas["BookOut"];

/** What was spent beside what was estimated. */
function Money({ book }: { book: Book }) {
  const { spent, currency } = book;
  const rows: [string, string, string][] = [
    ["Material", `${currency} ${book.price.toFixed(0)}`, `${currency} ${spent.purchases.toFixed(0)}`],
    ["Hours", book.hours.toFixed(1), spent.hours.toFixed(1)],
    ["Mistakes", "", `${currency} ${spent.mistakes.toFixed(0)}, ${spent.mistake_hours.toFixed(1)} h`],
  ];
  return (
    <Group title="Estimated and spent">
      <table className="w-full text-[14px]">
        <thead>
          <tr className="text-left text-steel">
            <th />
            <th className="text-right font-normal">estimated</th>
            <th className="text-right font-normal">so far</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, planned, so]) => (
            <tr key={name} className="border-b border-dotted border-hair">
              <th scope="row" className="py-1 text-left font-normal">
                {name}
              </th>
              <td className="text-right">{planned}</td>
              <td className="text-right font-medium">{so}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <details className="pt-1 text-[14px]">
        <summary className="min-h-8 cursor-pointer text-steel">Hours by kind of work</summary>
        {Object.entries(book.by_work).map(([work, hours]) => (
          <p key={work} className="flex justify-between border-b border-dotted border-hair">
            <span>{work}</span>
            <span>{hours.toFixed(1)} h</span>
          </p>
        ))}
      </details>
    </Group>
  );
}

/** 9 Log: what was tested, spent, learnt, and what that changes; a line that is taken back stays to be read. */
export function Log() {
  const { jobId, version, units, say, report, checking } = useJob();
  const checked = report !== undefined && checking === "";
  const client = useQueryClient();
  const found = useBook(jobId, version, checked);
  const [kind, setKind] = useState("note");
  const [text, setText] = useState("");
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [words, setWords] = useState("");
  const [only, setOnly] = useState("");
  const book = found.data;
  const shown = book?.kinds.find((one) => one.kind === kind);
  const fresh = (data: Book) => {
    client.setQueryData(["job", jobId, "book", version, checked], data);
    void client.invalidateQueries({ queryKey: ["job", jobId] });
  };
  const path = { job: jobId };
  const write = useMutation({
    mutationFn: () =>
      take(
        api.POST("/api/jobs/{job}/log/line", {
          params: { path },
          body: {
            kind: kind as "note",
            text,
            data: dataOf(shown?.fields ?? [], typed),
            uid: freshName(),
            at: "",
          },
        }),
      ),
    onSuccess: (data) => {
      setText("");
      setTyped({});
      fresh(data);
    },
  });
  const use = useMutation({
    mutationFn: ({ line, n }: { line: number; n: number }) =>
      take(api.POST("/api/jobs/{job}/log/use", { params: { path }, body: { line, use: n } })),
    onSuccess: (data) => {
      fresh(data);
      say("The job has it now. Taking the line back undoes it.");
    },
  });
  const back = useMutation({
    mutationFn: (line: number) => take(api.POST("/api/jobs/{job}/log/back", { params: { path }, body: { line } })),
    onSuccess: (data) => {
      fresh(data.book);
      say(
        data.left.length > 0
          ? `Taken back. ${data.left.join(", ")} holds something else by now and was left.`
          : "Taken back.",
      );
    },
  });
  const problem = write.error ?? use.error ?? back.error;
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const lines = [...(book?.lines ?? [])]
    .reverse()
    .filter((one) => !only || one.kind === only)
    .filter((one) => wanted.every((word) => `${one.kind} ${one.text} ${one.fields}`.toLowerCase().includes(word)));
  return (
    <Page
      right={
        book && (
          <>
            {book.due.length > 0 && (
              <Group title="Due again">
                <ul>
                  {book.due.map((one) => (
                    <li key={one.line} className={one.over ? "border-l-4 border-tape pl-2 font-medium" : ""}>
                      {one.words}
                      {one.over && ": now"}
                    </li>
                  ))}
                </ul>
              </Group>
            )}
            <Money book={book} />
            <p className="flex gap-4 text-[14px]">
              <a className="text-chalk underline" href={`/api/jobs/${jobId}/log.csv`}>
                CSV
              </a>
              <a className="text-chalk underline" href={`/api/jobs/${jobId}/log.pdf`}>
                To print
              </a>
            </p>
          </>
        )
      }
    >
      <div className="p-4">
        <h1 className="mb-3 text-[26px] leading-none">Log</h1>
        {book && (
          <form
            aria-label="New line"
            className="mb-4 grid gap-2 print:hidden"
            onSubmit={(event) => {
              event.preventDefault();
              write.mutate();
            }}
          >
            <div className="grid grid-cols-[minmax(150px,220px)_1fr] items-end gap-2 max-[600px]:grid-cols-1">
              <label className="grid gap-0.5 text-[14px] text-steel">
                Kind
                <select
                  className="h-11 rounded border border-steel bg-card px-2 text-ink"
                  value={kind}
                  onChange={(event) => {
                    setKind(event.currentTarget.value);
                    setTyped({});
                    write.reset();
                  }}
                >
                  {book.kinds.map((one) => (
                    <option key={one.kind} value={one.kind}>
                      {one.label}
                    </option>
                  ))}
                </select>
              </label>
              <label className="grid gap-0.5 text-[14px] text-steel">
                {shown?.ask}
                <textarea
                  className="min-h-11 rounded border border-steel bg-card p-2 text-ink"
                  rows={1}
                  maxLength={2000}
                  value={text}
                  onChange={(event) => setText(event.currentTarget.value)}
                />
              </label>
            </div>
            {(shown?.fields ?? []).length > 0 && (
              <div className="grid grid-cols-[repeat(auto-fill,minmax(170px,1fr))] items-end gap-2">
                {(shown?.fields ?? []).map((field) => (
                  <FieldOf
                    key={`${kind} ${field.path}`}
                    {...{ field, book, units }}
                    value={typed[field.path] ?? ""}
                    set={(value) => setTyped({ ...typed, [field.path]: value })}
                  />
                ))}
              </div>
            )}
            {problem && (
              <p role="alert" className="font-medium">
                {reasonOf(problem)}
              </p>
            )}
            <div className="flex flex-wrap items-center gap-2">
              <Button tone="strong" type="submit" disabled={write.isPending}>
                Enter it
              </Button>
              <Photograph jobId={jobId} text={text} onDone={fresh} />
            </div>
          </form>
        )}
        <div className="mb-2 flex flex-wrap gap-2 print:hidden">
          <input
            type="search"
            aria-label="Words in the log"
            placeholder="Words in it"
            className="h-11 min-w-0 grow rounded border border-steel bg-card px-2"
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
          />
          <select
            aria-label="Kind of lines shown"
            className="h-11 rounded border border-steel bg-card px-2"
            value={only}
            onChange={(event) => setOnly(event.currentTarget.value)}
          >
            <option value="">every kind</option>
            {[...new Set((book?.lines ?? []).map((one) => one.kind))].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </div>
        {book && lines.length === 0 && <p className="text-steel">Nothing here yet.</p>}
        <ol>
          {lines.map((one) => (
            <li
              key={one.line}
              className={`grid grid-cols-[118px_1fr_auto] gap-3 border-b border-hair py-2 max-[600px]:grid-cols-1 max-[600px]:gap-0 ${one.back ? "opacity-75" : ""}`}
            >
              <span className="text-[14px] text-steel">
                <time>{one.at.replace("T", " ")}</time>
                <span className="block font-medium text-ink">{one.kind}</span>
                <span className="block">line {one.line}</span>
              </span>
              <div className={one.back ? "line-through" : ""}>
                <p className="whitespace-pre-wrap">{one.text}</p>
                {one.fields && <p className="text-[14px] text-steel">{one.fields}</p>}
                {one.says && <p className="text-[14px] font-medium">{one.says}</p>}
                {one.photo && !one.back && (
                  <img
                    className="mt-1 max-h-64 max-w-full border border-hair"
                    src={`/api/jobs/${jobId}/log/photo/${one.line}`}
                    alt={one.text || `photograph, line ${one.line}`}
                  />
                )}
                {one.used.length > 0 && <p className="text-[14px] font-medium">Gave the job: {one.used.join(", ")}</p>}
                {one.uses.map((label, n) => (
                  <p
                    key={label}
                    className="mt-1 flex items-center gap-2 border-l-[3px] border-chalk bg-offer py-1 pr-1 pl-2 text-[14px]"
                  >
                    <span className="grow">{label}</span>
                    <Button disabled={use.isPending} onClick={() => use.mutate({ line: one.line, n })}>
                      Use it
                    </Button>
                  </p>
                ))}
              </div>
              {!one.back && (
                <Button
                  tone="quiet"
                  aria-label={`Take back line ${one.line}`}
                  disabled={back.isPending}
                  onClick={() => back.mutate(one.line)}
                >
                  Take back
                </Button>
              )}
            </li>
          ))}
        </ol>
      </div>
    </Page>
  );
}
