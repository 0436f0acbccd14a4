import { createContext, type ReactNode, useContext } from 'react';
import { createPortal } from 'react-dom';

/** Where a page of the bench puts the tools it looks at its board with: at the end of the row of woods. */
export const ToolsPlace = createContext<HTMLElement | null>(null);

export function ToolsForm({ children }: { children: ReactNode }) {
  const place = useContext(ToolsPlace);
  return place && createPortal(children, place);
}
