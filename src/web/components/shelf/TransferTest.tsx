import { useState } from 'react';
import { USUAL_LIFT } from '../../../core/board/in-wood.ts';
import { onGrid } from '../../../core/formats/index.ts';
import { nth } from '../../../core/known.ts';
import { liftOf } from '../../../core/learn/transfer.ts';
import { changeColourant } from '../../../shared/contract/shelf.ts';
import type { ColourantRecord } from '../../../shared/shelf.ts';
import { change } from '../../hooks/api.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { FileButton } from '../FileButton.tsx';
import { Row, Text } from '../layout.tsx';
import { percent } from '../numbers.ts';
import { useToast } from '../Toast.tsx';

/** What a wiped coat of its own solvent lifts of a dye: a guess until a board was read raw, dyed and wiped. */
export function TransferTest({ colourant }: { colourant: ColourantRecord }) {
  const [error, setError] = useState<string | null>(null);
  const say = useToast();
  const keep = async (lift: number | null) => {
    try {
      const was = colourant.lift ?? null;
      const now = await change(changeColourant, { item: colourant.id }, { version: colourant.version, lift });
      setError(null);
      say({
        text: lift === null ? 'Transfer test taken out.' : `A wiped coat lifts ${percent(lift)} of it.`,
        undo: () => change(changeColourant, { item: colourant.id }, { version: now.version, lift: was }),
      });
    } catch (trouble) {
      setError(sentenceOf(trouble));
    }
  };
  return (
    <div>
      <Text as="h3" padBottom="close">
        Transfer
      </Text>
      <Row gap="near" wrap>
        <span>
          A wiped coat for {colourant.carrier} over it lifts{' '}
          <span className="mono">{percent(colourant.lift ?? USUAL_LIFT)}</span>
          {colourant.lift === null || colourant.lift === undefined ? ', a guess.' : ', as tested.'}
        </span>
        <FileButton
          label="From a test board"
          onReadings={({ readings }) => {
            const grids = readings.map((r) => Array.from(onGrid(r)));
            try {
              if (grids.length !== 3)
                throw new Error(
                  `The file has ${grids.length} readings; a transfer test takes three: raw, dyed, and wiped with a cloth damp with its own solvent.`,
                );
              void keep(liftOf({ raw: nth(grids, 0), dyed: nth(grids, 1), wiped: nth(grids, 2) }));
            } catch (trouble) {
              setError(sentenceOf(trouble));
            }
          }}
        />
      </Row>
      <ErrorMessage error={error} />
    </div>
  );
}
