import { Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import type { PiecesCounted } from '../../../record/work/hand-over.ts';

/** The pieces of every part: how many there are to be, and how many are finished. */
export function CountedPieces({ counted }: { counted: readonly PiecesCounted[] }) {
  return (
    <Table size="small">
      <TableHead>
        <TableRow>
          <TableCell>Part</TableCell>
          <TableCell>Wood</TableCell>
          <TableCell align="right">Finished</TableCell>
          <TableCell align="right">In all</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {counted.map((p) => (
          <TableRow key={`${p.part}/${p.wood}`}>
            <TableCell>{p.part}</TableCell>
            <TableCell>{p.wood}</TableCell>
            <TableCell align="right" className="mono">
              {p.done}
            </TableCell>
            <TableCell align="right" className="mono">
              {p.count}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
