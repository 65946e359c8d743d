import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";
import { ChoiceField, Group, QuantityField, TextField } from "../../ui/fields";

interface Props {
  /** Its axles, or coupling and axles: the name of each in the survey's weights, and in words. */
  carriers: readonly { id: string; label: string }[];
  /** Whether it has seats and a tank of its own. */
  engine: boolean;
}

/** Seats, empty weights with what was aboard, ratings from the plate. */
export function Truck({ carriers, engine }: Props) {
  const w = "/host/weights";
  return (
    <>
      <Group title="Empty weights">
        <ChoiceField
          label="From"
          path={`${w}/source`}
          options={[
            { value: "typical", label: "typical figures" },
            { value: "ticket", label: "weighbridge ticket" },
          ]}
        />
        {carriers.map(({ id, label }) => (
          <QuantityField key={id} label={`${label}, empty`} path={`${w}/${id}/empty`} kind="mass" optional />
        ))}
        {engine && <Aboard />}
      </Group>
      <Group title="Ratings, from the plate">
        <p className="text-[13px] text-steel">
          {engine ? "On the plate in the door frame." : "On the plate at the drawbar, and on the coupling itself."}{" "}
          Never guessed: empty means unknown.
        </p>
        {carriers.map(({ id, label }) => (
          <QuantityField key={id} label={`${label} rating`} path={`${w}/${id}/rating`} kind="mass" optional />
        ))}
        {carriers
          .filter(({ id }) => id !== "coupling")
          .map(({ id, label }) => (
            <QuantityField
              key={id}
              label={`${label}, all its tyres bear`}
              path={`${w}/${id}/tyres`}
              kind="mass"
              optional
              hint="as marked on them, at their pressure"
            />
          ))}
        <QuantityField label="Gross rating" path={`${w}/gross_rating`} kind="mass" optional />
      </Group>
      {engine && <Seats />}
    </>
  );
}

/** What was in it when it was weighed. */
function Aboard() {
  const { design } = useJob();
  const seats = design.host.seats ?? [];
  const w = "/host/weights";
  return (
    <>
      <QuantityField label="People aboard then" path={`${w}/aboard/crew`} kind="mass" />
      <ChoiceField
        label="Their seat"
        path={`${w}/aboard/crew_seat`}
        nullable
        options={[{ value: "", label: "nobody" }, ...seats.map((seat) => ({ value: seat.name, label: seat.name }))]}
      />
      <ChoiceField
        label="Fuel aboard then"
        path={`${w}/aboard/fuel`}
        options={["full", "half", "empty", "unknown"].map((value) => ({ value, label: value }))}
      />
      <QuantityField label="Fuel, full tank" path={`${w}/tank/full`} kind="mass" optional />
      <QuantityField label="Tank ahead of the load space" path={`${w}/tank/ahead`} kind="length" optional />
      <QuantityField label="Its centre, empty, above ground" path={`${w}/centre`} kind="length" optional />
      <QuantityField label="Floor above ground" path={`${w}/floor`} kind="length" optional />
    </>
  );
}

function Seats() {
  const { design, change } = useJob();
  const seats = design.host.seats ?? [];
  return (
    <Group title="Seats">
      {seats.map((seat, i) => (
        <details key={seat.name} className="border-b border-hair py-1">
          <summary className="min-h-9 cursor-pointer py-1.5 font-medium">{seat.name}</summary>
          <TextField label="Name" path={`/host/seats/${i}/name`} />
          <QuantityField label="Ahead of the load space" path={`/host/seats/${i}/ahead`} kind="length" />
          <QuantityField label="Right of centre (− left)" path={`/host/seats/${i}/y`} kind="length" />
        </details>
      ))}
      <Button
        className="mt-2"
        onClick={() =>
          void change(
            [
              {
                op: "add",
                path: "/host/seats",
                value: { name: `seat ${seats.length + 1}`, ahead: "450 mm", y: "0 mm" },
              },
            ],
            "seat added",
          )
        }
      >
        Add a seat
      </Button>
    </Group>
  );
}
