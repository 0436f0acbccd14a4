import { Button, Dialog, DialogContent, LinearProgress } from '@mui/material';
import { useGrids } from '../../hooks/api.ts';
import { ErrorMessage } from '../ErrorMessage.tsx';

/** The readings of a board as files: all in one, or, where they stand on several grids, one for each. */
export function ReadingsOut({ board, onClose }: { board: string; onClose: () => void }) {
  const { data: grids, error } = useGrids(board);
  const at = `/api/boards/${board}/readings.txt`;
  const spectral = grids?.filter((g) => !g.name.startsWith('L*')).length ?? 0;
  const count = grids?.reduce((sum, g) => sum + g.count, 0) ?? 0;
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" slotProps={{ paper: { 'aria-label': 'Readings as files' } }}>
      <DialogContent sx={{ display: 'grid', gap: 2, justifyItems: 'start' }}>
        <h2>Readings as files</h2>
        <ErrorMessage error={error?.message} />
        {!grids && !error && <LinearProgress aria-label="Looking at the readings" sx={{ width: 1 }} />}
        {grids && (
          <Button component="a" href={at} variant="contained" color="primary">
            CGATS: all {count} readings{grids.length === 1 ? `, ${grids[0]?.name}` : ''}
          </Button>
        )}
        {grids && (
          <Button component="a" href={`/api/boards/${board}/readings.cxf`}>
            CxF3: each as it was read
          </Button>
        )}
        {grids && grids.length > 1 && (
          <>
            <div className="soft">
              {spectral > 1
                ? 'They stand on several grids: in this file all spectra are brought to 400–700 nm by 10 nm, and those that were are named so.'
                : 'Readings known as L*a*b* only follow as a table of their own.'}{' '}
              As they were read:
            </div>
            {grids.map((grid, i) => (
              <Button key={grid.name} component="a" href={`${at}?grid=${i + 1}`}>
                {grid.name}: {grid.count} {grid.count === 1 ? 'reading' : 'readings'}
              </Button>
            ))}
          </>
        )}
        <Button onClick={onClose}>Close</Button>
      </DialogContent>
    </Dialog>
  );
}
