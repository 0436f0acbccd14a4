import { type ReactNode, useState } from 'react';
import { Area } from '../layout.tsx';

interface Props {
  title: string;
  /** What it takes: boards, hours, money. */
  cost?: string | undefined;
  children: ReactNode;
}

/** Another way than the one to go now: a line that opens at a tap. */
export function FoldedWay({ title, cost, children }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <details className="way" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        <b>{title}</b>
        <span className="soft">{cost}</span>
      </summary>
      {open && (
        <Area padBottom="near" padTop="close">
          {children}
        </Area>
      )}
    </details>
  );
}
