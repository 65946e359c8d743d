import { useJob } from "../../job/context";
import { useCatalog } from "../../job/queries";
import { Button } from "../../ui/Button";
import { ChoiceField, NumberField, QuantityField, TickField } from "../../ui/fields";

/** Drop legs under the pulled-out tail. */
export function LegFields({ index }: { index: number }) {
  const { design, change } = useJob();
  const catalog = useCatalog();
  const path = `/builds/${index}/tip_leg`;
  const leg = design.builds?.[index]?.tip_leg;
  const tubes = (catalog.data?.sections ?? [])
    .filter((s) => s.shape === "tube")
    .map((s) => ({ value: s.id, label: s.label }));
  if (!leg)
    return (
      <Button
        className="my-1 w-full"
        onClick={() => void change([{ op: "set", path, value: {} }], "legs under the tail")}
      >
        Add drop legs at the tail
      </Button>
    );
  return (
    <>
      <ChoiceField label="Drop leg" path={`${path}/section`} options={tubes} />
      <QuantityField label="Leg, rail to ground" path={`${path}/length`} kind="length" optional />
      <QuantityField label="Cut short by" path={`${path}/gap`} kind="length" />
      <QuantityField label="In from the tail" path={`${path}/inset`} kind="length" />
      <TickField label="Brace at its middle" path={`${path}/braced`} />
      <QuantityField label="Hinge pin" path={`${path}/hinge_pin`} kind="length" />
      <NumberField label="Hinge knuckles" path={`${path}/knuckles`} whole />
      <Button tone="quiet" onClick={() => void change([{ op: "set", path, value: null }], "legs removed")}>
        Remove the legs
      </Button>
    </>
  );
}
