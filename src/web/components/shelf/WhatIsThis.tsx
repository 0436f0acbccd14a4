import { Button, MenuItem, TextField } from '@mui/material';
import { useState } from 'react';
import type { ColourantKind } from '../../../core/kinds/index.ts';
import { type Tests, whatIsThis } from '../../../core/layers/what-is-this.ts';
import { Pile, Row, Text } from '../layout.tsx';

const QUESTIONS: { key: keyof Tests; label: string; answers: readonly (readonly [string, string])[] }[] = [
  {
    key: 'print',
    label: 'A thin film on glass over print',
    answers: [
      ['readable', 'as sharp as beside it'],
      ['hazy', 'read through a haze'],
      ['hidden', 'hidden'],
    ],
  },
  {
    key: 'rag',
    label: 'A damp rag on it, dry since yesterday',
    answers: [
      ['water', 'colour comes off with water'],
      ['thinner', 'only with its thinner'],
      ['stays', 'it stays'],
    ],
  },
  {
    key: 'stands',
    label: 'Left to stand for a day',
    answers: [
      ['alike', 'all alike'],
      ['settles', 'a layer at the bottom'],
      ['thick', 'too thick to run'],
    ],
  },
];

/** Three tests that tell what is in a tin, whatever its label says. */
export function WhatIsThis({ onKind }: { onKind: (kind: ColourantKind) => void }) {
  const [tests, setTests] = useState<Tests>({});
  const { kind, says } = whatIsThis(tests);
  return (
    <Pile as="section" aria-label="What is it?" className="note" gap="near">
      {QUESTIONS.map(({ key, label, answers }) => (
        <TextField
          key={key}
          select
          label={label}
          value={tests[key] ?? ''}
          onChange={(e) => setTests({ ...tests, [key]: e.target.value || undefined })}
        >
          <MenuItem value="">not tested</MenuItem>
          {answers.map(([value, words]) => (
            <MenuItem key={value} value={value}>
              {words}
            </MenuItem>
          ))}
        </TextField>
      ))}
      <Row gap="near">
        <Text grow>{says}</Text>
        {kind && <Button onClick={() => onKind(kind)}>Take it as {kind}</Button>}
      </Row>
    </Pile>
  );
}
