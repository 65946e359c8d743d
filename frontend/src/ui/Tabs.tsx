import { ToggleGroup } from "radix-ui";

interface Props {
  label: string;
  options: readonly { value: string; label: string }[];
  value: string;
  onChange: (value: string) => void;
}

/** One of a few, as a row of buttons: Tab comes to the chosen one, arrows go on. */
export function Tabs({ label, options, value, onChange }: Props) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      className="flex flex-wrap gap-1.5"
      value={value}
      // the chosen one cannot be let go
      onValueChange={(next) => next && onChange(next)}
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          value={option.value}
          className={`h-[38px] min-w-[52px] rounded border px-3 ${option.value === value ? "border-ink bg-ink text-paper" : "border-steel bg-card hover:bg-offer"}`}
        >
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
