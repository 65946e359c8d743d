import type { ButtonHTMLAttributes } from "react";

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  tone?: "plain" | "strong" | "quiet";
}

const TONES = {
  plain: "border border-ink bg-card text-ink hover:bg-offer",
  strong: "border border-ink bg-ink text-paper hover:opacity-90",
  quiet: "border border-transparent text-chalk underline hover:bg-offer",
};

/** A button in the product's dress, 44 px high where a finger needs it. */
export function Button({ tone = "plain", className = "", ...rest }: Props) {
  return (
    <button
      type="button"
      className={`inline-flex h-11 items-center justify-center gap-2 rounded px-3 font-medium disabled:opacity-45 ${TONES[tone]} ${className}`}
      {...rest}
    />
  );
}
