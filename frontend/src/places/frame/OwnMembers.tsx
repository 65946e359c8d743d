import { useJob } from "../../job/context";
import { useCatalog } from "../../job/queries";
import { Button } from "../../ui/Button";
import { ChoiceField, Group, QuantityField } from "../../ui/fields";
import { newMember, nextName } from "./members";

/** Ribs and braces of one's own between two points of the rails. */
export function OwnMembers({ index }: { index: number }) {
  const { design, change } = useJob();
  const catalog = useCatalog();
  const build = design.builds?.[index];
  if (!build) return null;
  const path = `/builds/${index}/own_members`;
  const own = build.own_members ?? [];
  const sections = (catalog.data?.sections ?? [])
    .filter((s) => s.systems.includes(build.framing ?? "") || s.shape === "flat")
    .map((s) => ({ value: s.id, label: s.label }));
  const add = (kind: "rib" | "brace") => {
    const name = nextName(kind, own);
    void change([{ op: "add", path, value: newMember(kind, name, build) }], `${name} added`);
  };
  return (
    <Group title="Own ribs and braces">
      <p className="text-[13px] text-steel">
        Each runs from the left rail to the right, so far from the tray’s front. Opposite points make a rib, others a
        brace that lies under the ribs and is fastened to each it passes.
      </p>
      {own.map((member, i) => (
        <details key={member.name} open className="border-b border-dotted border-hair py-1">
          <summary className="cursor-pointer font-medium">{member.name}</summary>
          <ChoiceField label="Section" path={`${path}/${i}/section`} options={sections} />
          <QuantityField label="On the left rail" path={`${path}/${i}/left`} kind="length" />
          <QuantityField label="On the right rail" path={`${path}/${i}/right`} kind="length" />
          <Button
            tone="quiet"
            onClick={() => void change([{ op: "remove", path: `${path}/${i}` }], `${member.name} removed`)}
          >
            Remove {member.name}
          </Button>
        </details>
      ))}
      <div className="flex gap-2 pt-1">
        <Button className="grow" onClick={() => add("rib")}>
          Add a rib
        </Button>
        <Button className="grow" onClick={() => add("brace")}>
          Add a brace
        </Button>
      </div>
    </Group>
  );
}
