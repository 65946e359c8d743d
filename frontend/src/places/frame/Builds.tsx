import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Dialog, DropdownMenu } from "radix-ui";
import { useState } from "react";
import { useNavigate } from "react-router";

import { api, type Job, take } from "../../api/client";
import { Drawing } from "../../drawing/Drawing";
import { useJob } from "../../job/context";
import { useFamilies } from "../../job/queries";
import { Button } from "../../ui/Button";

/** Add a build on the newest version this page has seen, and take it in hand. */
function useAdd(done: () => void) {
  const { jobId, version, takeInHand, say } = useJob();
  const client = useQueryClient();
  return useMutation({
    scope: { id: `job-${jobId}` },
    mutationFn: (what: { family?: string; copy_of?: string }) =>
      take(
        api.POST("/api/jobs/{job}/builds", {
          params: { path: { job: jobId } },
          body: { version, family: what.family ?? "", copy_of: what.copy_of ?? "" },
        }),
      ),
    onSuccess: (saved: Job) => {
      client.setQueryData(["job", jobId, "design"], saved);
      const added = saved.design.builds?.at(-1);
      if (added?.id) takeInHand(added.id);
      say(`${added?.label ?? "A build"} added. Ctrl+Z takes it back.`);
      done();
    },
  });
}

/** Every family drawn at its start size in this very host. */
export function FamilyCards({ onDone }: { onDone: () => void }) {
  const { jobId, version, units } = useJob();
  const families = useFamilies(jobId, version, true);
  const add = useAdd(onDone);
  if (families.isPending) return <p className="text-steel">Drawing what fits here…</p>;
  return (
    <>
      {(families.isError || add.isError) && (
        <p role="alert" className="font-medium">
          {families.error?.message ?? add.error?.message}
        </p>
      )}
      <ul className="grid grid-cols-2 gap-3 max-[700px]:grid-cols-1">
        {(families.data?.families ?? []).map((family) => (
          <li key={family.id} className="border border-hair">
            <button
              type="button"
              data-family={family.id}
              disabled={!family.view || add.isPending}
              className="block min-h-11 w-full p-2 text-left hover:bg-offer disabled:opacity-60"
              onClick={() => add.mutate({ family: family.id })}
            >
              <span className="block h-[150px]" aria-hidden>
                {family.view && <Drawing view={family.view} units={units} title={family.label} />}
              </span>
              <span className="block font-head text-[19px] font-semibold">{family.label}</span>
              <span className="block text-[14px] text-steel">{family.error || family.words}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

function AddBuild() {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button className="w-full">Add a build</Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/25" />
        <Dialog.Content
          className="fixed top-16 left-1/2 z-30 max-h-[84vh] w-[min(760px,94vw)] -translate-x-1/2 overflow-y-auto border border-ink bg-card p-5 shadow-xl"
          aria-describedby={undefined}
        >
          <Dialog.Title className="mb-3 text-[24px]">Add a build</Dialog.Title>
          <FamilyCards onDone={() => setOpen(false)} />
          <Dialog.Close asChild>
            <Button tone="quiet" className="mt-3">
              Not now
            </Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The builds of the job, tags on a string: one in hand, the others drawn pale. */
export function Builds() {
  const { jobId, design, hand, takeInHand, change, say } = useJob();
  const builds = design.builds ?? [];
  const copy = useAdd(() => undefined);
  const navigate = useNavigate();
  const inside = useMutation({
    mutationFn: (build: string) =>
      take(api.POST("/api/jobs/{job}/inside", { params: { path: { job: jobId } }, body: { build } })),
    onSuccess: (job) => void navigate(`/job/${job.id}/measure`),
  });
  const remove = async (index: number, label: string) => {
    await change([{ op: "remove", path: `/builds/${index}` }], `${label} removed`);
    say(`${label} removed. Ctrl+Z brings it back.`);
  };
  return (
    <section aria-label="Builds" className="mb-4">
      <h2 className="text-[21px] leading-tight">Builds</h2>
      <ul className="my-1 border-l-2 border-steel">
        {builds.map((build, i) => (
          <li key={build.id} className="relative flex items-center gap-1 pl-3">
            <span aria-hidden className="absolute top-1/2 left-0 w-3 border-t-2 border-steel" />
            <button
              type="button"
              aria-pressed={build.id === hand}
              data-build={build.id}
              className={`min-h-11 grow border px-2 text-left font-medium hover:bg-offer ${build.id === hand ? "border-ink bg-tape/25" : "border-hair bg-card"}`}
              onClick={() => takeInHand(build.id ?? "")}
            >
              {build.label}
            </button>
            <DropdownMenu.Root>
              <DropdownMenu.Trigger asChild>
                <button
                  type="button"
                  aria-label={`More for ${build.label}`}
                  className="h-11 w-9 text-[20px] leading-none text-steel hover:bg-offer"
                >
                  ⋯
                </button>
              </DropdownMenu.Trigger>
              <DropdownMenu.Portal>
                <DropdownMenu.Content className="z-30 border border-ink bg-card shadow-lg" align="end">
                  <DropdownMenu.Item
                    className="flex h-11 items-center px-3 outline-none data-[highlighted]:bg-offer"
                    onSelect={() => copy.mutate({ copy_of: build.id ?? "" })}
                  >
                    Copy
                  </DropdownMenu.Item>
                  <DropdownMenu.Item
                    className="flex h-11 items-center px-3 outline-none data-[highlighted]:bg-offer"
                    onSelect={() => inside.mutate(build.id ?? "")}
                  >
                    New job inside it
                  </DropdownMenu.Item>
                  <DropdownMenu.Item
                    className="flex h-11 items-center px-3 outline-none data-[highlighted]:bg-offer"
                    onSelect={() => void remove(i, build.label ?? "the build")}
                  >
                    Remove
                  </DropdownMenu.Item>
                </DropdownMenu.Content>
              </DropdownMenu.Portal>
            </DropdownMenu.Root>
          </li>
        ))}
      </ul>
      {(copy.isError || inside.isError) && (
        <p role="alert" className="text-[13px] font-medium">
          {copy.error?.message ?? inside.error?.message}
        </p>
      )}
      <AddBuild />
    </section>
  );
}
