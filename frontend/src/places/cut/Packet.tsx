import { useQuery } from "@tanstack/react-query";
import { BookOpen } from "lucide-react";
import { Dialog } from "radix-ui";

import { api, take } from "../../api/client";
import { useJob } from "../../job/context";

const NAME = "packet.pdf";

/** The packet for the wall, page by page, as it would be printed. */
export function Packet() {
  return (
    <Dialog.Root>
      <Dialog.Trigger className="inline-flex h-11 items-center gap-2 rounded border border-ink bg-card px-3 font-medium hover:bg-offer">
        <BookOpen size={17} /> Look at the packet
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/25" />
        <Dialog.Content
          className="fixed inset-x-2 inset-y-3 z-30 mx-auto flex max-w-[900px] flex-col border border-ink bg-card p-4 shadow-xl"
          aria-describedby={undefined}
        >
          <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
            <Dialog.Title className="grow text-[20px]">Packet for the wall</Dialog.Title>
            <Print />
            <Dialog.Close className="h-11 rounded border border-ink px-3 font-medium hover:bg-offer">
              Close
            </Dialog.Close>
          </div>
          <Pages />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Print() {
  const { jobId } = useJob();
  return (
    <a className="text-chalk underline" href={`/api/jobs/${jobId}/files/${NAME}`} target="_blank" rel="noreferrer">
      Open to print (PDF)
    </a>
  );
}

function Pages() {
  const { jobId, version } = useJob();
  const path = { job: jobId, name: NAME };
  const { data, error } = useQuery({
    queryKey: ["job", jobId, "pages", NAME, version],
    queryFn: () => take(api.GET("/api/jobs/{job}/files/{name}/pages", { params: { path } })),
  });
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return <p role="status">Drawing the packet…</p>;
  return (
    <div
      className="min-h-0 grow overflow-y-auto bg-hair p-3"
      role="region"
      aria-label="Pages of the packet"
      tabIndex={0}
    >
      {data.pages.map(([wide, high], n) => (
        <img
          key={n}
          className="mb-3 block h-auto w-full bg-white"
          src={`/api/jobs/${jobId}/files/${NAME}/pages/${n + 1}?version=${version}`}
          width={wide}
          height={high}
          loading="lazy"
          alt={`Page ${n + 1} of ${data.pages.length}`}
        />
      ))}
    </div>
  );
}
