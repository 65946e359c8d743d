import { Download } from "lucide-react";
import { DropdownMenu } from "radix-ui";

import { useJob } from "../../job/context";
import { useFiles } from "../../job/queries";

const ITEM = "block rounded px-3 py-2.5 outline-none data-[highlighted]:bg-offer";

/** Everything that leaves the job as a file. What a browser shows opens beside the page. */
export function Files() {
  const { jobId } = useJob();
  const { data } = useFiles(jobId);
  const at = (name: string) => `/api/jobs/${jobId}/files/${encodeURIComponent(name)}`;
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="inline-flex h-11 items-center gap-2 rounded border border-ink bg-card px-3 font-medium hover:bg-offer">
        <Download size={17} /> Files
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-30 max-h-[80vh] min-w-[260px] overflow-y-auto border border-ink bg-card p-1 shadow-xl"
        >
          {(data?.files ?? []).map((file) => (
            <DropdownMenu.Item key={file.name} asChild>
              <a
                className={ITEM}
                href={at(file.name)}
                {...(file.name.endsWith(".pdf") ? { target: "_blank", rel: "noreferrer" } : { download: true })}
              >
                {file.what}
                <span className="block text-[13px] text-steel">{file.name}</span>
              </a>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Item asChild>
            <a className={`${ITEM} border-t border-hair font-medium`} href={at("all.zip")} download>
              All of it, with a drawing a view, a part and a sheet
              <span className="block text-[13px] font-normal text-steel">zip with SVG and DXF</span>
            </a>
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
