import { Button } from '@mui/material';
import { useEffect, useRef } from 'react';
import { SIZES, type Size } from '../../../core/belief/eye.ts';
import type { Word } from '../../../core/belief/words.ts';
import type { Direction } from '../../../core/colour/directions.ts';
import { Text } from '../layout.tsx';

const AXES: readonly (readonly [Direction, Direction])[] = [
  ['lighter', 'darker'],
  ['redder', 'greener'],
  ['yellower', 'bluer'],
  ['cleaner', 'greyer'],
  ['warmer', 'cooler'],
];
const SIZE_NAMES: Readonly<Record<Size, string>> = { touch: 'a touch', plain: 'plainly', far: 'far' };
/** The key of each word: its first letter, where that is free. */
const KEYS: Readonly<Record<Direction, string>> = {
  lighter: 'l',
  darker: 'd',
  redder: 'r',
  greener: 'g',
  yellower: 'y',
  bluer: 'b',
  cleaner: 'c',
  greyer: 'e',
  warmer: 'w',
  cooler: 'o',
};
/** A further tap says more; after the most, nothing. */
const next = (size: Size | undefined): Size | undefined =>
  size === undefined ? SIZES[0] : SIZES[SIZES.indexOf(size) + 1];

/** What is said after one more tap on a word: its opposite gives way. */
export function tapped(said: readonly Word[], direction: Direction): Word[] {
  const axis = AXES.find((words) => words.includes(direction)) ?? [direction];
  const size = next(said.find((s) => s.direction === direction)?.size);
  return [...said.filter((s) => !axis.includes(s.direction)), ...(size ? [{ direction, size }] : [])];
}

interface Props {
  said: readonly Word[];
  onTap: (direction: Direction) => void;
}
interface Keys extends Props {
  /** What is said is sent; nothing is seen; it cannot be told. */
  onSay: () => void;
  onSame: () => void;
  onCannotTell: () => void;
}

const TYPED_IN = 'input, textarea, select, button, a, [role="combobox"], [role="listbox"]';

/** Every answer has a key, while nothing else is typed in and the words are on the page. */
function useAnswerKeys({ onTap, onSay, onSame, onCannotTell }: Keys, shown: () => boolean) {
  useEffect(() => {
    const answer = (event: KeyboardEvent) => {
      const typing = event.target instanceof Element && event.target.closest(TYPED_IN) !== null;
      if (typing || event.ctrlKey || event.metaKey || event.altKey || !shown()) return;
      const key = event.key.toLowerCase();
      const [direction] = Object.entries(KEYS).find(([, k]) => k === key) ?? [];
      const does =
        direction !== undefined
          ? () => onTap(direction as Direction)
          : { enter: onSay, '=': onSame, '?': onCannotTell }[key];
      if (!does) return;
      event.preventDefault();
      does();
    };
    window.addEventListener('keydown', answer);
    return () => window.removeEventListener('keydown', answer);
  });
}

/** What is seen, by taps or keys: opposites beside each other; one tap says a touch, a further one more. */
export function LookAxes(props: Keys) {
  const { said, onTap } = props;
  const on = useRef<HTMLDivElement>(null);
  useAnswerKeys(props, () => on.current?.closest('details:not([open])') === null);
  return (
    <div className="axes" ref={on}>
      {AXES.map((axis) => (
        <Axis key={axis[0]} words={axis} said={said.find((s) => axis.includes(s.direction))} onTap={onTap} />
      ))}
    </div>
  );
}

function Axis({
  words: [left, right],
  said,
  onTap,
}: {
  words: readonly [Direction, Direction];
  said: Word | undefined;
  onTap: Props['onTap'];
}) {
  const button = (direction: Direction) => (
    <Button
      variant={said?.direction === direction ? 'contained' : 'outlined'}
      color="secondary"
      aria-pressed={said?.direction === direction}
      aria-keyshortcuts={KEYS[direction]}
      title={`Key ${KEYS[direction].toUpperCase()}`}
      onClick={() => onTap(direction)}
    >
      {direction}
    </Button>
  );
  return (
    <fieldset className="axis" aria-label={`${left} or ${right}`}>
      {button(left)}
      <Text as="span" size="small" className="howfar">
        {said ? SIZE_NAMES[said.size] : '·'}
      </Text>
      {button(right)}
    </fieldset>
  );
}
