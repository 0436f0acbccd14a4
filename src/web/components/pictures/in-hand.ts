import { useEffect, useMemo, useState } from 'react';
import { fieldBesideLabel } from '../../../core/picture/label.ts';
import type { Point, Quad } from '../../../core/picture/quad.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { usePictureReader } from '../../hooks/picture-reader.ts';
import { type Arrangement, fieldAt, inPixels, inShares, NOTHING_PLACED } from './arrangement.ts';
import { useCard } from './card.ts';

export const CARD_ID = 'card';
/** How large a field is that a tap puts down, of the picture's width, and of its height at most. */
const WIDTHS = { thing: 0.18, card: 0.42 };
const HEIGHTS = { thing: 0.18, card: 0.14 };
const MOST_HEIGHT = 0.6;

const NO_CODES: ReadonlyMap<string, string> = new Map();

/** What can lie in a picture, as a page calls it. */
export interface Nameable {
  id: string;
  name: string;
}

/**
 * A picture in hand with what lies where in it, kept from picture to picture in this browser.
 * @param things what can lie in it; of the last arrangement what is not among them any more is left away
 * @param codes which thing the code of a label stands for: found in the picture, its field is put down beside the label
 * @param wanted what is put down next where nothing else is chosen, after the card
 */
export function usePictureInHand(
  keep: string,
  things: readonly Nameable[],
  wanted: readonly string[],
  codes: ReadonlyMap<string, string> = NO_CODES,
) {
  const [card, setCard] = useCard();
  const [kept, setKept] = usePersistentState<Arrangement>(`arrangement/${keep}`, NOTHING_PLACED);
  const [chosen, setChosen] = useState<string | null>(null);
  const reader = usePictureReader();
  const { picture, looked, labels, look } = reader;
  const arrangement = useMemo(
    () => ({ ...kept, things: kept.things.filter((t) => things.some((n) => n.id === t.id)) }),
    [kept, things],
  );
  const placed = useMemo(() => new Set(arrangement.things.map((t) => t.id)), [arrangement]);
  const next = chosen ?? (arrangement.card ? (wanted.find((id) => !placed.has(id)) ?? null) : CARD_ID);
  const pixels = useMemo(() => (picture ? inPixels(arrangement, card, picture) : null), [picture, arrangement, card]);
  useEffect(() => {
    if (pixels) look(pixels);
  }, [pixels, look]);

  // Labels are found once, after the picture is open: what lies already where it was put stays there.
  const labelled = useMemo(
    () =>
      picture
        ? labels.flatMap(({ text, corners }) => {
            const id = codes.get(text.trim());
            return id ? [{ id, corners: inShares(fieldBesideLabel(corners), picture) }] : [];
          })
        : [],
    [labels, codes, picture],
  );
  useEffect(() => {
    if (labelled.length === 0) return;
    setKept((now) => ({
      ...now,
      things: [...now.things.filter((t) => !labelled.some((l) => l.id === t.id)), ...labelled],
    }));
  }, [labelled, setKept]);

  const setField = (id: string, corners: Quad | null) =>
    setKept(
      id === CARD_ID
        ? { ...arrangement, card: corners }
        : {
            ...arrangement,
            things: corners
              ? placed.has(id)
                ? arrangement.things.map((t) => (t.id === id ? { id, corners } : t))
                : [...arrangement.things, { id, corners }]
              : arrangement.things.filter((t) => t.id !== id),
          },
    );
  const put = (at: Point) => {
    if (!next || !picture) return;
    const kind = next === CARD_ID ? 'card' : 'thing';
    const high = Math.min(MOST_HEIGHT, (HEIGHTS[kind] * picture.width) / picture.height);
    setField(next, fieldAt(at, WIDTHS[kind], high));
    setChosen(null);
  };
  return {
    ...reader,
    card,
    setCard,
    arrangement,
    setArrangement: setKept,
    placed,
    /** What was found by its label. */
    labelled: labelled.map((l) => l.id),
    /** What the next tap puts down; null where everything lies that is wanted. */
    next,
    choose: setChosen,
    put,
    setField,
    /** The arrangement in the picture's pixels. */
    pixels,
    shot: looked?.shot ?? null,
    nameOf: (id: string) => things.find((t) => t.id === id)?.name ?? id,
  };
}
export type PictureInHand = ReturnType<typeof usePictureInHand>;
