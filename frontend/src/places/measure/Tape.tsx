import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useId, useRef, useState } from "react";

import { api, take } from "../../api/client";
import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";

/** Milliseconds between looks at the tape. */
const LOOK = 1000;

/** The digital tape: while it listens, a new reading goes into the dimension in hand. Its stand-in is pulled here as well. */
export function Tape({ dimension, label }: { dimension: string; label: string }) {
  const { change } = useJob();
  const id = useId();
  const client = useQueryClient();
  const [listening, setListening] = useState(false);
  const [length, setLength] = useState("");
  const seen = useRef<number | null>(null);
  const tape = useQuery({
    queryKey: ["tape"],
    queryFn: ({ signal }) => take(api.GET("/api/tape", { signal })),
    enabled: listening,
    refetchInterval: listening ? LOOK : false,
  });
  const pull = useMutation({
    mutationFn: () => take(api.POST("/api/tape/pull", { body: { length } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["tape"] }),
  });
  const { number, mm } = tape.data ?? {};
  useEffect(() => {
    if (!listening || !tape.data) return;
    // what was read before it listened is no reading of this dimension
    if (seen.current === null) {
      seen.current = number ?? 0;
      return;
    }
    if (number == null || mm == null || number <= seen.current) return;
    seen.current = number;
    const path = `/host/dims/${dimension}`;
    void change(
      [
        { op: "set", path: `${path}/value`, value: `${mm} mm` },
        { op: "set", path: `${path}/state`, value: "measured" },
      ],
      `${label} from the tape`,
    );
  }, [listening, tape.data, number, mm, dimension, label, change]);
  return (
    <div className="my-1 border-t border-dotted border-hair pt-1 text-[14px]">
      <label className="flex min-h-11 cursor-pointer items-center gap-2">
        <input
          type="checkbox"
          className="size-4 accent-ink"
          checked={listening}
          onChange={(event) => {
            seen.current = null;
            setListening(event.target.checked);
          }}
        />
        Take it from the digital tape
      </label>
      {listening && tape.data && !tape.data.connected && (
        <p role="status" className="text-steel">
          No tape answers. Start one with “ergostrut tape”, or type the length.
        </p>
      )}
      {listening && tape.data?.connected && (
        <form
          className="flex items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            pull.mutate();
          }}
        >
          <label htmlFor={id} className="text-steel">
            Stand-in, pulled to
          </label>
          <input
            id={id}
            className="h-[38px] w-[92px] rounded border border-steel bg-card px-2 text-right"
            value={length}
            onChange={(event) => setLength(event.currentTarget.value)}
          />
          <Button type="submit" disabled={!length}>
            Click
          </Button>
        </form>
      )}
      {pull.isError && (
        <p role="alert" className="text-[13px] font-medium">
          {pull.error.message}
        </p>
      )}
    </div>
  );
}
