import { Button, LinearProgress, Table, TableBody, TableCell, TableHead, TableRow } from '@mui/material';
import { lazy, Suspense } from 'react';
import type { Learned } from '../../shared/learned.ts';
import { ErrorMessage } from '../components/ErrorMessage.tsx';
import { Area, Columns, Row, Text } from '../components/layout.tsx';
import { NotebookNav } from '../components/notebook/NotebookNav.tsx';
import { useWhatWasLearned } from '../hooks/notebook.ts';
import { saveFile } from '../paper/save-file.ts';

const LearnedChart = lazy(async () => ({
  default: (await import('../components/notebook/LearnedChart.tsx')).LearnedChart,
}));

/** Of a drawing, and of its table beside it. */
const HEIGHT = 230;

async function saveTable({ id, columns, rows }: Learned) {
  const { writeTable } = await import('../../core/formats/named-rows.ts');
  saveFile(`${id}.csv`, 'text/csv', writeTable(columns, rows));
}

function Question({ learned }: { learned: Learned }) {
  const { question, answer, columns, rows } = learned;
  return (
    <Area as="section" aria-label={question} line padTop="apart" padBottom="far">
      <Row gap="apart" align="baseline">
        <h2>{question}</h2>
        {rows.length > 0 && (
          <Button sx={{ marginLeft: 'auto' }} onClick={() => void saveTable(learned)}>
            CSV
          </Button>
        )}
      </Row>
      {rows.length === 0 ? (
        <p className="soft">The record does not tell yet.</p>
      ) : (
        <>
          {answer && <Text size="lead">{answer}</Text>}
          <Columns of="minmax(0, 1.1fr) minmax(0, 1fr)" gap="far" padTop="near" align="start">
            <Suspense fallback={<Area height={HEIGHT} />}>
              <LearnedChart learned={learned} height={HEIGHT} />
            </Suspense>
            <Area scroll maxHeight={HEIGHT} tabIndex={0} role="region" aria-label={`${question} The table`}>
              <Table size="small">
                <TableHead>
                  <TableRow>
                    {columns.map((column, i) => (
                      <TableCell key={column} align={i > 0 ? 'right' : 'left'}>
                        {column}
                      </TableCell>
                    ))}
                  </TableRow>
                </TableHead>
                <TableBody>
                  {rows.map((row) => (
                    <TableRow key={String(row[0])}>
                      {row.map((cell, i) => (
                        <TableCell key={columns[i]} align={i > 0 ? 'right' : 'left'} className={i > 0 ? 'mono' : ''}>
                          {cell ?? '–'}
                        </TableCell>
                      ))}
                    </TableRow>
                  ))}
                </TableBody>
              </Table>
            </Area>
          </Columns>
        </>
      )}
    </Area>
  );
}

/** What the shop learned from all that it made: each question with its answer, its drawing and its table. */
export function LearnedPage() {
  const { data, error } = useWhatWasLearned();
  return (
    <>
      <header className="head">
        <h1>Notebook</h1>
        <NotebookNav />
      </header>
      <div className="plate">
        <ErrorMessage error={error?.message} />
        {!data && !error && <LinearProgress aria-label="Looking through the record" />}
        {data && (
          <p className="soft">
            {data.boards === 0
              ? 'No board was planned here yet. What its boards teach a shop stands here.'
              : `From ${data.boards.toLocaleString('en-GB')} boards${data.behind > 0 ? `; ${data.behind} jobs are still being noted` : ''}.`}
          </p>
        )}
        {data?.learned.map((learned) => (
          <Question key={learned.id} learned={learned} />
        ))}
      </div>
    </>
  );
}
