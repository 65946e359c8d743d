import { type ReactNode, useRef } from "react";

interface Props {
  left?: ReactNode;
  right?: ReactNode;
  foot?: ReactNode;
  children: ReactNode;
}

interface StageProps {
  /** Least height beside the columns, px. */
  least: number;
  children: ReactNode;
}

/** Where a drawing stands: it takes the height that is left beside the columns, and one of its own where they follow one another. */
export function Stage({ least, children }: StageProps) {
  return (
    <div
      className="flex flex-1 shrink-0 flex-col px-2 pb-2 max-[900px]:h-[clamp(300px,80vw,520px)] max-[900px]:min-h-0! max-[900px]:flex-none"
      style={{ minHeight: least }}
    >
      {children}
    </div>
  );
}

/** Three columns: what one sets, the drawing, what was found. Below 900 px the drawing comes first, then what was found, then what is set. */
export function Page({ left, right, foot, children }: Props) {
  const middle = useRef<HTMLDivElement>(null);
  return (
    <div className="flex h-full min-h-0 flex-col max-[900px]:h-auto">
      {left && (
        <button
          type="button"
          className="sr-only focus:not-sr-only focus:border-b focus:border-ink focus:bg-offer focus:px-4 focus:py-2 focus:text-left focus:font-medium"
          onClick={() => middle.current?.focus()}
        >
          Past what is set
        </button>
      )}
      <div className="flex min-h-0 flex-1 max-[900px]:flex-none max-[900px]:flex-col">
        {left && (
          <aside
            aria-label="What is set"
            tabIndex={0}
            className="w-[272px] shrink-0 overflow-y-auto border-r border-hair px-4 py-4 max-[900px]:order-3 max-[900px]:w-full max-[900px]:overflow-visible max-[900px]:border-r-0 max-[900px]:border-t"
          >
            {left}
          </aside>
        )}
        <div
          ref={middle}
          tabIndex={0}
          role="region"
          aria-label="Drawing"
          className="flex min-h-0 min-w-0 flex-1 flex-col overflow-y-auto max-[900px]:order-1 max-[900px]:flex-none max-[900px]:overflow-x-auto"
        >
          {children}
        </div>
        {right && (
          <aside
            aria-label="What was found"
            tabIndex={0}
            className="w-[336px] shrink-0 overflow-y-auto border-l border-hair bg-card px-4 py-4 max-[900px]:order-2 max-[900px]:w-full max-[900px]:overflow-visible max-[900px]:border-l-0 max-[900px]:border-t"
          >
            {right}
          </aside>
        )}
      </div>
      {foot}
    </div>
  );
}
