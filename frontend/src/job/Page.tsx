import type { ReactNode } from "react";

interface Props {
  left?: ReactNode;
  right?: ReactNode;
  foot?: ReactNode;
  children: ReactNode;
}

/** Three columns: what one sets, the drawing, what was found. Below 900 px they follow one another. */
export function Page({ left, right, foot, children }: Props) {
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex min-h-0 flex-1 max-[900px]:flex-col">
        {left && (
          <aside
            aria-label="What is set"
            tabIndex={0}
            className="w-[272px] shrink-0 overflow-y-auto border-r border-hair px-4 py-4 max-[900px]:order-2 max-[900px]:w-full max-[900px]:border-r-0 max-[900px]:border-t"
          >
            {left}
          </aside>
        )}
        <div
          tabIndex={0}
          role="region"
          aria-label="Drawing"
          className="flex min-h-0 min-w-0 flex-1 flex-col overflow-y-auto max-[900px]:order-1 max-[900px]:overflow-visible"
        >
          {children}
        </div>
        {right && (
          <aside
            aria-label="What was found"
            tabIndex={0}
            className="w-[336px] shrink-0 overflow-y-auto border-l border-hair bg-card px-4 py-4 max-[900px]:order-3 max-[900px]:w-full max-[900px]:border-l-0 max-[900px]:border-t"
          >
            {right}
          </aside>
        )}
      </div>
      {foot}
    </div>
  );
}
