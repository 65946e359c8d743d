import type { Schemas } from "../../api/client";
import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";
import { ChoiceField, QuantityField, TextField } from "../../ui/fields";

/** People: who rides on which seat, who sleeps where. */
export function Crew({ beds }: { beds: readonly Schemas["SurfaceOut"][] }) {
  const { design, change } = useJob();
  const crew = design.carry?.crew ?? [];
  const seats = design.host.seats ?? [];
  const free = seats.find((seat) => !crew.some((person) => person.seat === seat.name));
  const options = [
    { value: "", label: "does not ride" },
    ...seats.map((seat) => ({ value: seat.name, label: seat.name })),
  ];
  const sleeping = [
    { value: "", label: "does not sleep here" },
    ...beds.map((one) => ({ value: one.id, label: one.label })),
  ];
  const add = () => {
    const ids = new Set([...crew.map((person) => person.id), ...(design.carry?.things ?? []).map((thing) => thing.id)]);
    let n = crew.length + 1;
    while (ids.has(`person-${n}`)) n += 1;
    void change(
      [
        {
          op: "add",
          path: "/carry/crew",
          value: { id: `person-${n}`, name: `person ${n}`, seat: free?.name ?? null, mass: "80 kg" },
        },
      ],
      "somebody more",
    );
  };
  return (
    <section className="mt-4 border-t border-hair pt-2">
      <h2 className="text-[21px]">People</h2>
      {crew.map((person, i) => (
        <details key={person.id} className="border-b border-hair py-1">
          <summary className="min-h-9 cursor-pointer py-1.5">
            {person.name}, {person.seat ?? "not aboard"}, {person.mass}
          </summary>
          <TextField label="Name" path={`/carry/crew/${i}/name`} />
          <ChoiceField label="Seat" path={`/carry/crew/${i}/seat`} options={options} nullable />
          <QuantityField label="Mass" path={`/carry/crew/${i}/mass`} kind="mass" />
          <QuantityField label="Stature" path={`/carry/crew/${i}/stature`} kind="length" optional />
          {beds.length > 0 && (
            <ChoiceField label="Sleeps on" path={`/carry/crew/${i}/sleeps`} options={sleeping} nullable />
          )}
          <Button
            tone="quiet"
            onClick={() => void change([{ op: "remove", path: `/carry/crew/${i}` }], `${person.name} stays behind`)}
          >
            {person.name} stays behind
          </Button>
        </details>
      ))}
      <Button className="mt-2" onClick={add}>
        {free ? `Somebody on the ${free.name} seat` : "Somebody more"}
      </Button>
    </section>
  );
}
