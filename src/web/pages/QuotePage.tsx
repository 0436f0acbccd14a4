import { Button, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import { woodNamed } from '../../record/board/wood.ts';
import {
  beyondHands,
  FIRST_TERMS,
  paceOf,
  quoteLines,
  reworkOf,
  totalOf,
  woodOfLine,
} from '../../record/work/quote.ts';
import { keepQuote } from '../../shared/contract/work.ts';
import type { QuoteTerms } from '../../shared/quote.ts';
import { areaText } from '../components/areas.ts';
import { Pile, PlainLink, Row, Text } from '../components/layout.tsx';
import { momentText } from '../components/moment.ts';
import { SimilarJobs } from '../components/notebook/SimilarJobs.tsx';
import { useAttempt } from '../components/Toast.tsx';
import { HoursSoFar } from '../components/work/HoursSoFar.tsx';
import { QuoteTermsForm } from '../components/work/QuoteTerms.tsx';
import { WorkNav } from '../components/work/WorkNav.tsx';
import { change, useHouse, useQuotesTaught } from '../hooks/api.ts';
import { useOpenBench } from '../hooks/bench.ts';
import { useNextId } from '../hooks/new-id.ts';
import { usePersistentState } from '../hooks/persistent-state.ts';

/** What a job is quoted at: hours by steps and areas, materials and spare, trials and rework; kept, printed, and held against what it took. */
export function QuotePage() {
  const bench = useOpenBench();
  const { job } = bench;
  const house = useHouse().data;
  const taught = useQuotesTaught().data;
  const id = useNextId();
  const attempt = useAttempt();
  const [typed, setTyped] = usePersistentState<QuoteTerms | null>(`quote/${job.number}`, null);
  if (!house || !taught) return null;
  const last = job.quotes.at(-1);
  const terms = typed ??
    last?.terms ?? {
      ...(taught.terms ?? FIRST_TERMS),
      pace: Number(paceOf(taught.jobs).toFixed(2)),
      rework: Number(reworkOf(taught.rework).toFixed(2)),
    };
  // Worked out as it is kept, on the server: by what drying usually is.
  const { lines, unknown } = quoteLines(bench, terms, house.bench.spare, { materials: bench.materials });
  const total = totalOf(lines, terms);
  const keep = () =>
    attempt(async () => {
      await change(keepQuote, { job: job.number }, { id: id.next(), terms });
      id.kept();
    });
  if (lines.length === 0)
    return (
      <div className="plate">
        There is nothing to quote yet: <PlainLink to="../parts">say which parts there are</PlainLink>, and plan layers
        for a wood.
      </div>
    );
  return (
    <>
      <WorkNav />
      <div className="plate columns halves">
        <Pile as="section" aria-label="Quote" gap="near">
          <h2>{job.piece}</h2>
          <Row gap="far" align="baseline" wrap>
            <Text className="mono" size="huge" strong data-testid="quote-total">
              {total.all.toFixed(2)}
            </Text>
            <span>
              {total.hours.toFixed(1)} h, materials {total.materials.toFixed(2)}
              <span className="noprint">, margin {Math.round(100 * terms.margin)} %</span>
            </span>
          </Row>
          <Row gap="near" className="noprint">
            <Button variant="contained" color="primary" onClick={() => void keep()}>
              Keep this quote
            </Button>
            <Button onClick={() => window.print()}>Print</Button>
          </Row>
          <div className="noprint">
            <QuoteTermsForm terms={terms} taught={taught} onTerms={setTyped} />
          </div>
          <Table size="small">
            <TableHead>
              <TableRow>
                <TableCell>Wood</TableCell>
                <TableCell>What</TableCell>
                <TableCell align="right">Hours</TableCell>
                <TableCell align="right">Money</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {lines.map((line, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a line is known by its place
                <TableRow key={i}>
                  <TableCell>{lines[i - 1]?.wood === line.wood ? '' : woodOfLine(bench, line)}</TableCell>
                  <TableCell>{line.what}</TableCell>
                  <TableCell align="right" className="mono">
                    {line.hours > 0 ? line.hours.toFixed(1) : ''}
                  </TableCell>
                  <TableCell align="right" className="mono">
                    {(line.hours * terms.hour + line.money).toFixed(2)}
                  </TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
          {beyondHands(bench, terms).map(({ wood, area }) => (
            <div key={wood.id} className="note">
              {woodNamed(bench.shelf, wood)}: {areaText(area, house.units)} by hand, more than the{' '}
              {areaText(terms.handLimit, house.units)} that stay even: spray its film layers, work it in two lots that
              never meet, or take more hands and say so.
            </div>
          ))}
          {unknown.length > 0 && (
            <div className="note">
              What has no cost yet is not in it: {unknown.join(', ')}. The shelf takes its cost.
            </div>
          )}
        </Pile>
        <Pile gap="far" top>
          {job.quotes.length > 0 && (
            <Pile as="section" aria-label="Quotes kept" gap="close" className="noprint">
              <h2>Quoted</h2>
              {job.quotes.toReversed().map((q) => {
                const { all, hours } = totalOf(q.lines, q.terms);
                return (
                  <Row key={q.id} gap="near">
                    <Text className="mono" strong>
                      {all.toFixed(2)}
                    </Text>
                    <span>
                      {hours.toFixed(1)} h, {momentText(q.madeAt)}
                    </span>
                  </Row>
                );
              })}
            </Pile>
          )}
          <HoursSoFar job={job} />
          <div className="noprint">
            <SimilarJobs job={job} />
          </div>
        </Pile>
      </div>
    </>
  );
}
