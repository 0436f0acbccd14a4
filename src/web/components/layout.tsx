import { Box, Stack } from '@mui/material';
import type { AllHTMLAttributes, ElementType, Ref } from 'react';
import { Link, type LinkProps } from 'react-router';

/** Distances in pixels, by name: the only ones that pages know. */
const DISTANCE = { none: 0, hair: 4, close: 8, near: 12, apart: 16, far: 24, wide: 32 } as const;
export type Distance = keyof typeof DISTANCE;

/** Sizes of type in pixels, from a note to what is read at two metres. */
const SIZE = {
  fine: 13,
  small: 14.5,
  body: 16,
  lead: 18,
  title: 20,
  large: 25,
  figure: 30,
  great: 40,
  huge: 44,
  giant: 68,
  /** The grams of the pour in hand. */
  poured: 'clamp(64px, 10vw, 128px)',
} as const;
export type TypeSize = keyof typeof SIZE;

/** Where a block stands in what holds it, and what is around it. Lengths are pixels unless they carry a unit. */
interface Placed {
  /** Takes the room that is left. */
  grow?: boolean;
  /** Keeps its size however little room there is. */
  still?: boolean;
  /** Stands at the right of its row. */
  push?: boolean;
  /** Over all columns. */
  whole?: boolean;
  /** A hairline above. */
  line?: boolean;
  /** The grey it lies on. */
  on?: 'work' | 'field' | 'plate';
  /** Scrolls by itself. */
  scroll?: boolean;
  pad?: Distance;
  padX?: Distance;
  padY?: Distance;
  padTop?: Distance;
  padBottom?: Distance;
  padLeft?: Distance;
  padRight?: Distance;
  /** A frame around it. */
  frame?: 'line' | 'ink' | 'dashed';
  /** The colour that is shown on it, as CSS says it. */
  colour?: string;
  width?: number | string;
  minWidth?: number;
  maxWidth?: number;
  height?: number | string;
  minHeight?: number;
  maxHeight?: number;
}

type Html = Omit<AllHTMLAttributes<HTMLElement>, 'as' | 'color' | 'rows' | 'size' | 'wrap' | 'width' | 'height'>;

interface Block extends Placed, Html {
  /** The element: a div if nothing is said. */
  as?: ElementType;
  // biome-ignore lint/suspicious/noExplicitAny: the element is whatever `as` says
  ref?: Ref<any>;
}

const FRAME = { line: '1px solid var(--line)', ink: '2px solid var(--ink)', dashed: '1px dashed var(--soft)' } as const;

const distance = (d: Distance | undefined): string | undefined => (d === undefined ? undefined : `${DISTANCE[d]}px`);

/** Pixels, unless the length says its unit. */
const lengthOf = (length: number | string | undefined): string | undefined =>
  typeof length === 'number' ? `${length}px` : length;

/** The placing of a block in the words of CSS, and the attributes that are left. */
function placed<P extends Placed>(props: P) {
  const {
    grow,
    still,
    push,
    whole,
    line,
    on,
    scroll,
    pad,
    padX,
    padY,
    padTop,
    padBottom,
    padLeft,
    padRight,
    frame,
    colour,
    width,
    minWidth,
    maxWidth,
    height,
    minHeight,
    maxHeight,
    ...rest
  } = props;
  const css = {
    flex: grow ? 1 : still ? 'none' : undefined,
    marginLeft: push ? 'auto' : undefined,
    gridColumn: whole ? '1 / -1' : undefined,
    borderTop: line ? '1px solid var(--line)' : undefined,
    background: colour ?? (on ? `var(--${on})` : undefined),
    overflow: scroll ? 'auto' : undefined,
    padding: distance(pad),
    paddingInline: distance(padX),
    paddingBlock: distance(padY),
    paddingTop: distance(padTop),
    paddingBottom: distance(padBottom),
    paddingLeft: distance(padLeft),
    paddingRight: distance(padRight),
    border: frame ? FRAME[frame] : undefined,
    width: lengthOf(width),
    minWidth: lengthOf(minWidth),
    maxWidth: lengthOf(maxWidth),
    height: lengthOf(height),
    minHeight: lengthOf(minHeight),
    maxHeight: lengthOf(maxHeight),
  };
  return { css, rest };
}

interface Arranged extends Block {
  gap?: Distance;
  /** How things stand across the row: in its middle if nothing is said. */
  align?: 'start' | 'center' | 'end' | 'baseline' | 'stretch';
}

/** Things beside each other, in their middle; on more lines with `wrap`, at the right with `end`. */
export function Row({
  as = 'div',
  gap = 'near',
  align = 'center',
  wrap = false,
  end = false,
  between = false,
  ...props
}: Arranged & { wrap?: boolean; end?: boolean; between?: boolean }) {
  const { css, rest } = placed(props);
  return (
    <Stack
      component={as}
      direction="row"
      useFlexGap
      sx={{
        gap: distance(gap),
        alignItems: align,
        flexWrap: wrap ? 'wrap' : undefined,
        justifyContent: end ? 'flex-end' : between ? 'space-between' : undefined,
        ...css,
      }}
      {...rest}
    />
  );
}

/** Things below each other, as wide as what holds them; at the top of it with `top`. */
export function Pile(props: Arranged & { top?: boolean }) {
  return <Columns {...props} />;
}

/** Columns and rows whose sizes are said as CSS says them (`1fr 2fr`). */
export function Columns({
  as = 'div',
  of,
  rows,
  gap = 'near',
  align,
  top = false,
  ...props
}: Arranged & { of?: string; rows?: string; top?: boolean }) {
  const { css, rest } = placed(props);
  return (
    <Box
      component={as}
      sx={{
        display: 'grid',
        gridTemplateColumns: of,
        gridTemplateRows: rows,
        gap: distance(gap),
        alignItems: align,
        alignContent: top ? 'start' : undefined,
        ...css,
      }}
      {...rest}
    />
  );
}

/** A block that arranges nothing: a ground, a width, a scrolling list. */
export function Area({ as = 'div', ...props }: Block) {
  const { css, rest } = placed(props);
  return <Box component={as} sx={css} {...rest} />;
}

/** Words and figures. It is a span if nothing is said; its family is the page's own unless its class says `mono`. */
export function Text({
  as = 'span',
  size,
  strong,
  right,
  center,
  struck,
  nowrap,
  breaks,
  tight,
  ...props
}: Block & {
  size?: TypeSize;
  /** Bold, or not bold where its element would be. */
  strong?: boolean;
  right?: boolean;
  center?: boolean;
  struck?: boolean;
  nowrap?: boolean;
  /** Broken anywhere rather than running out of its block. */
  breaks?: boolean;
  /** Lines as close as the type allows, for a great figure. */
  tight?: boolean;
}) {
  const { css, rest } = placed(props);
  return (
    <Box
      component={as}
      sx={{
        fontSize: size ? lengthOf(SIZE[size]) : undefined,
        fontWeight: strong === undefined ? undefined : strong ? 700 : 400,
        textAlign: right ? 'right' : center ? 'center' : undefined,
        textDecoration: struck ? 'line-through' : undefined,
        overflowWrap: breaks ? 'anywhere' : undefined,
        whiteSpace: nowrap ? 'nowrap' : undefined,
        lineHeight: tight ? 1 : undefined,
        ...css,
      }}
      {...rest}
    />
  );
}

/** A link in the ink of the words around it. */
export function PlainLink({ className = '', ...props }: LinkProps) {
  return <Link className={`plainlink ${className}`} {...props} />;
}
