interface Props {
  label: string;
  options: readonly { value: string; label: string }[];
  value: string;
  onChange: (value: string) => void;
}

/** One of a few, as a row of buttons. */
export function Tabs({ label, options, value, onChange }: Props) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap gap-1.5">
      {options.map((option) => (
        <button
          key={option.value}
          type="button"
          aria-pressed={option.value === value}
          className={`h-[38px] min-w-[52px] rounded border px-3 ${option.value === value ? "border-ink bg-ink text-paper" : "border-steel bg-card hover:bg-offer"}`}
          onClick={() => onChange(option.value)}
        >
          {option.label}
        </button>
      ))}
    </div>
  );
}
