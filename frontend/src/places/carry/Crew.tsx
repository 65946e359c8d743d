import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";
import { ChoiceField, QuantityField, TextField } from "../../ui/fields";

/** People by seat. */
export function Crew() {
  const { design, change } = useJob();
  const crew = design.carry?.crew ?? [];
  const seats = design.host.seats ?? [];
  const free = seats.find((seat) => !crew.some((rider) => rider.seat === seat.name));
  const options = seats.map((seat) => ({ value: seat.name, label: seat.name }));
  const add = () => {
    if (!free) return;
    const ids = new Set([...crew.map((rider) => rider.id), ...(design.carry?.things ?? []).map((thing) => thing.id)]);
    let n = crew.length + 1;
    while (ids.has(`rider-${n}`)) n += 1;
    void change(
      [
        {
          op: "add",
          path: "/carry/crew",
          value: { id: `rider-${n}`, name: `rider ${n}`, seat: free.name, mass: "80 kg" },
        },
      ],
      "somebody aboard",
    );
  };
  return (
    <section className="mt-4 border-t border-hair pt-2">
      <h2 className="text-[21px]">Crew</h2>
      {crew.map((rider, i) => (
        <details key={rider.id} className="border-b border-hair py-1">
          <summary className="min-h-9 cursor-pointer py-1.5">
            {rider.name}, {rider.seat}, {rider.mass}
          </summary>
          <TextField label="Name" path={`/carry/crew/${i}/name`} />
          <ChoiceField label="Seat" path={`/carry/crew/${i}/seat`} options={options} />
          <QuantityField label="Mass" path={`/carry/crew/${i}/mass`} kind="mass" />
          <Button
            tone="quiet"
            onClick={() => void change([{ op: "remove", path: `/carry/crew/${i}` }], `${rider.name} stays behind`)}
          >
            {rider.name} stays behind
          </Button>
        </details>
      ))}
      <Button className="mt-2" disabled={!free} onClick={add}>
        {free ? `Somebody on the ${free.name} seat` : "All seats are taken"}
      </Button>
    </section>
  );
}
