import { useJob } from "../../job/context";
import { Button } from "../../ui/Button";
import { ChoiceField, Group, QuantityField, TextField } from "../../ui/fields";

/** Seats, empty weights with what was aboard, ratings from the plate. */
export function Truck() {
  const { design, change } = useJob();
  const seats = design.host.seats ?? [];
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
        <QuantityField label="Front axle, empty" path={`${w}/front_empty`} kind="mass" optional />
        <QuantityField label="Rear axle, empty" path={`${w}/rear_empty`} kind="mass" optional />
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
      </Group>
      <Group title="Ratings, from the plate">
        <p className="text-[13px] text-steel">On the plate in the door frame. Never guessed: empty means unknown.</p>
        <QuantityField label="Front axle rating" path={`${w}/front_rating`} kind="mass" optional />
        <QuantityField label="Rear axle rating" path={`${w}/rear_rating`} kind="mass" optional />
        <QuantityField label="Gross rating" path={`${w}/gross_rating`} kind="mass" optional />
      </Group>
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
    </>
  );
}
