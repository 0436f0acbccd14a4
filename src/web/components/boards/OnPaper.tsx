import { Button, Menu, MenuItem } from '@mui/material';
import { useState } from 'react';
import { isDone } from '../../../record/board/stages.ts';
import type { Paper, PaperCard } from '../../../record/cards/card.ts';
import { handOverCard } from '../../../record/cards/hand-over-card.ts';
import { boardLabels } from '../../../record/cards/labels.ts';
import { mixCard } from '../../../record/cards/mix-card.ts';
import { type CardHouse, retainCard } from '../../../record/cards/retain-card.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useDrying } from '../../hooks/rules.ts';
import { useAttempt } from '../Toast.tsx';

/** The paper of the house: Letter where it works in US units. */
export const usePaper = (): Paper => (useHouse().data?.units === 'us' ? 'Letter' : 'A4');

/** A board on paper, as PDF files: to be kept with it, to be handed over, to be worked by; and labels. */
export function OnPaper({ bench, model }: { bench: OpenBench; model: BoardModel }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [busy, setBusy] = useState(false);
  const { units = 'metric', bench: tools } = useHouse().data ?? {};
  const paper = usePaper();
  const attempt = useAttempt();
  const house: CardHouse = { units, tools, drying: useDrying(bench) };
  const { board, wood } = model;
  const { recipe } = board;
  const save = (work: (pdf: typeof import('../../paper/pdf.ts')) => Promise<void>) => {
    setAnchor(null);
    setBusy(true);
    void attempt(async () => work(await import('../../paper/pdf.ts'))).finally(() => setBusy(false));
  };
  const card = (made: PaperCard) => save(({ saveCard }) => saveCard(made, paper));
  const labels = (on: Paper) =>
    save(({ saveLabels }) =>
      saveLabels(
        boardLabels(bench, wood.id),
        on,
        `labels-${bench.job.number}-${wood.code}${on === paper ? '' : '-roll'}`,
      ),
    );
  return (
    <>
      <Button className="noprint" disabled={busy} onClick={(e) => setAnchor(e.currentTarget)}>
        On paper
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {recipe && <MenuItem onClick={() => card(retainCard(bench, model, recipe, house))}>Retain card</MenuItem>}
        {recipe && isDone(board) && (
          <MenuItem onClick={() => card(handOverCard(bench, model, house))}>Hand-over card for the customer</MenuItem>
        )}
        {recipe && <MenuItem onClick={() => card(mixCard(bench, model, recipe, house))}>Mix sheet</MenuItem>}
        <MenuItem onClick={() => labels(paper)}>Labels of {model.name.toLowerCase()}, a sheet</MenuItem>
        <MenuItem onClick={() => labels('62 mm roll')}>Labels of {model.name.toLowerCase()}, a 62 mm roll</MenuItem>
      </Menu>
    </>
  );
}
