import { useJob } from "../../job/context";
import { useCatalog } from "../../job/queries";
import { ChoiceField, Group, NumberField, QuantityField } from "../../ui/fields";

const same = (values: readonly string[]) => values.map((value) => ({ value, label: value }));
const RIVETS = ["steel 1/8 in", "steel 3/16 in", "Al/steel 3.2 mm", "Al/steel 4.8 mm"];

/** What joins the ribs to the rails: the framing system's usual fastener, or another it takes. */
export function JointFields({ index }: { index: number }) {
  const { design } = useJob();
  const catalog = useCatalog();
  const build = design.builds?.[index];
  const system = catalog.data?.systems.find((one) => one.id === build?.framing);
  if (!build || !system) return null;
  const j = `/builds/${index}/joints`;
  const chosen = build.joints?.fastener ?? "usual";
  const kind = chosen === "usual" ? system.joint : chosen;
  const screwed = kind === "wood screw" || kind === "pocket screw";
  const others = system.fasteners.filter((one) => one !== system.joint);
  return (
    <Group title="Joints, rib to rail">
      {others.length > 0 && (
        <ChoiceField
          label="Fastener"
          path={`${j}/fastener`}
          options={[{ value: "usual", label: system.joint }, ...same(others)]}
        />
      )}
      {kind === "weld" && (
        <QuantityField label="Fillet leg" path={`${j}/weld_leg`} kind="length" optional placeholder="the wall" />
      )}
      {["bracket", "bolt", "rivet", "drill screw"].includes(kind) && (
        <NumberField label="Brackets a joint" path={`${j}/brackets`} whole />
      )}
      {kind === "end bolt" && <NumberField label="Bolts a joint" path={`${j}/brackets`} whole />}
      {kind === "bracket" && (
        <QuantityField label="A bracket is sold for" path={`${j}/bracket_rating`} kind="mass" optional />
      )}
      {["bolt", "strut nut", "end bolt"].includes(kind) && (
        <>
          <ChoiceField label="Bolt" path={`${j}/bolt`} options={same(catalog.data?.threads ?? [])} />
          <ChoiceField label="Bolt grade" path={`${j}/bolt_grade`} options={same(catalog.data?.grades ?? [])} />
        </>
      )}
      {kind === "end bolt" && <QuantityField label="Tapped deep" path={`${j}/tap_depth`} kind="length" />}
      {kind === "rivet" && <ChoiceField label="Rivet" path={`${j}/rivet`} options={same(RIVETS)} />}
      {kind === "drill screw" && (
        <>
          <ChoiceField label="Screw" path={`${j}/drill_screw`} options={same(["No. 10", "No. 12", "No. 14"])} />
          <QuantityField label="Bracket thickness" path={`${j}/bracket_wall`} kind="length" />
        </>
      )}
      {(kind === "rivet" || kind === "drill screw") && <NumberField label="In each leg" path={`${j}/per_leg`} whole />}
      {screwed && <ChoiceField label="Screw" path={`${j}/screw`} options={same(catalog.data?.screws ?? [])} />}
      {kind === "lag screw" && (
        <ChoiceField label="Lag" path={`${j}/lag`} options={same(["1/4 in", "5/16 in", "3/8 in"])} />
      )}
      {(screwed || kind === "lag screw") && (
        <>
          <NumberField label="Screws a joint" path={`${j}/screws`} whole />
          <QuantityField
            label={kind === "pocket screw" ? "Bite into the rail" : "Bite into the rib"}
            path={`${j}/bite`}
            kind="length"
          />
        </>
      )}
    </Group>
  );
}
