import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useEffect, useRef } from 'react';
import type { Spectrum } from '../../../core/colour/grid.ts';
import type { Light } from '../../../core/colour/lights.ts';
import type { Noted } from '../../../shared/notebook.ts';
import type { Shelf } from '../../../shared/shelf.ts';
import { Area } from '../layout.tsx';
import { NotedRow, ROW_HEIGHT } from './NotedRow.tsx';

/** Rows that are drawn beyond those in sight, and so many before the last the next are asked for. */
const [BEYOND, AHEAD] = [4, 40];

/** Things of the notebook one below the other; only those in sight are drawn. */
export function NotedList({
  things,
  sought,
  shelf,
  light,
  chosen,
  onChoose,
  onMore,
  children,
}: {
  things: readonly Noted[];
  sought: Spectrum | null;
  shelf: Shelf;
  light: Light;
  chosen: Noted | undefined;
  onChoose: (noted: Noted) => void;
  /** The end of the list is near. */
  onMore: () => void;
  /** What stands there where nothing is found. */
  children: ReactNode;
}) {
  const scrolled = useRef<HTMLDivElement>(null);
  const list = useVirtualizer({
    count: things.length,
    getScrollElement: () => scrolled.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: BEYOND,
  });
  const rows = list.getVirtualItems();
  const last = rows.at(-1)?.index ?? 0;
  useEffect(() => {
    if (things.length > 0 && last >= things.length - AHEAD) onMore();
  });
  return (
    <Area grow scroll minWidth={0} padX="far" ref={scrolled} data-testid="noted">
      {children}
      <div style={{ position: 'relative', height: list.getTotalSize() }}>
        {rows.map(({ index, start, key }) => {
          const noted = things[index];
          return (
            noted && (
              <div
                key={key}
                style={{ position: 'absolute', top: 0, left: 0, right: 0, transform: `translateY(${start}px)` }}
              >
                <NotedRow
                  noted={noted}
                  sought={sought}
                  shelf={shelf}
                  light={light}
                  chosen={noted === chosen}
                  onChoose={() => onChoose(noted)}
                />
              </div>
            )
          );
        })}
      </div>
    </Area>
  );
}
