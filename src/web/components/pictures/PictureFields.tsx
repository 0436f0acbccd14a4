import { Button } from '@mui/material';
import type { ReactNode } from 'react';
import { Pile, Row } from '../layout.tsx';
import { CARD_ID, type Nameable, type PictureInHand } from './in-hand.ts';
import { PictureTable } from './PictureTable.tsx';

/** The picture in hand with its fields. */
export function PictureFields({ inHand }: { inHand: PictureInHand }) {
  const { picture, card, arrangement, looked, put, setField, nameOf } = inHand;
  if (!picture) return null;
  return (
    <PictureTable
      picture={picture}
      card={CARD_ID}
      greys={card.greys}
      fields={[
        ...(arrangement.card ? [{ id: CARD_ID, name: 'card', corners: arrangement.card }] : []),
        ...arrangement.things.map((t) => ({ ...t, name: nameOf(t.id) })),
      ]}
      leftOut={looked?.leftOut ?? []}
      onTap={put}
      onMoved={setField}
      onTakenOut={(id) => setField(id, null)}
    />
  );
}

/** What is put down next: chosen by a tap, then a tap in the picture. */
export function WhatLies({
  inHand,
  things,
  children,
}: {
  inHand: PictureInHand;
  things: readonly Nameable[];
  children?: ReactNode;
}) {
  const { next, placed, arrangement, choose, nameOf } = inHand;
  const one = (id: string, name: string, there: boolean) => (
    <Button
      key={id}
      aria-pressed={next === id}
      variant={next === id ? 'contained' : 'outlined'}
      onClick={() => choose(id)}
    >
      {there && '✓ '}
      {name}
    </Button>
  );
  return (
    <Pile gap="near" top>
      <div>
        {next
          ? `Tap the picture where ${next === CARD_ID ? 'the card' : nameOf(next)} lies.`
          : 'Drag a field or a corner to where it belongs.'}
      </div>
      <Row gap="close" wrap>
        {one(CARD_ID, 'card', arrangement.card !== null)}
        {things.map(({ id, name }) => one(id, name, placed.has(id)))}
        {children}
      </Row>
    </Pile>
  );
}
