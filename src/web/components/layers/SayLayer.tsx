import { Button, TextField } from '@mui/material';
import { useState } from 'react';
import type { Layer } from '../../../core/layers/layer.ts';
import { phrasesOf, type Said, TO_READ } from '../../../core/said/sentence.ts';
import type { AskedBack, SaidShelf, UsualDensity } from '../../../core/said/shelf.ts';
import { understoodStack } from '../../../core/said/stack.ts';
import { useListening } from '../../hooks/listening.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { Row } from '../layout.tsx';
import { useAttempt } from '../Toast.tsx';

/** What of a layer's sentence is in hand: a piece of it, the choice of a further one, or its colours and coats. */
export type OpenPiece = Said | 'more' | null;

interface SentenceProps {
  layer: Layer;
  shelf: SaidShelf;
  /** The piece that is in hand, or all that could be said. */
  piece: OpenPiece;
  onPiece: (piece: OpenPiece) => void;
}

/** A layer as it is said; a tap on a piece of it opens the field where it is set, and on the plus all that could be said. */
export function LayerSentence({ layer, shelf, piece, onPiece }: SentenceProps) {
  return (
    <p className="sentence" data-testid="sentence">
      {phrasesOf(layer, shelf, TO_READ).map(({ text, about }, i) =>
        about && about !== 'kind' && about !== 'off' ? (
          <button
            key={about}
            type="button"
            aria-pressed={piece === about}
            onClick={() => onPiece(piece === about ? null : about)}
          >
            {text}
          </button>
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: what joins has no name of its own
          <span key={i}>{text}</span>
        ),
      )}{' '}
      <button
        type="button"
        aria-label="Say more of it"
        aria-pressed={piece === 'more'}
        onClick={() => onPiece(piece === 'more' ? null : 'more')}
      >
        +
      </button>
    </p>
  );
}

interface Props {
  shelf: SaidShelf;
  /** What is typed is kept under this name until it is understood. */
  keep: string;
  onLayers: (layers: readonly Layer[]) => void;
  /** A usual density is written on the sheet of a colour that has none. */
  onUsual: (usual: UsualDensity) => Promise<void>;
}

/** Layers typed or spoken as one would say them: what is understood is put in, what is not is asked about. */
export function SayLayer({ shelf, keep, onLayers, onUsual }: Props) {
  const [typed, setTyped] = usePersistentState(keep, '');
  const [question, setQuestion] = useState<AskedBack | null>(null);
  const ear = useListening(setTyped);
  const say = (of = shelf) => {
    if (typed.trim() === '') return;
    const understood = understoodStack(typed, of);
    if ('question' in understood) return setQuestion(understood);
    setQuestion(null);
    setTyped('');
    onLayers(understood.layers);
  };
  const takeUsual = async (usual: UsualDensity) => {
    await onUsual(usual);
    const { colourant, field, value } = usual;
    say({ ...shelf, colourants: shelf.colourants.map((c) => (c.id === colourant ? { ...c, [field]: value } : c)) });
  };
  return (
    <Row gap="close" align="start">
      <TextField
        placeholder="type it as you would say it"
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
          setQuestion(null);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') say();
        }}
        error={question !== null}
        helperText={question?.question}
        slotProps={{ htmlInput: { maxLength: 500, 'aria-label': 'Say the layer' } }}
        sx={{ flex: 1, maxWidth: 520 }}
      />
      <Button disabled={typed.trim() === ''} onClick={() => say()}>
        Say it
      </Button>
      {question?.usual && <TakeUsual usual={question.usual} onTake={takeUsual} />}
      {ear && (
        <Button aria-pressed={ear.listening} onClick={ear.toggle}>
          {ear.listening ? 'Listening …' : 'Aloud'}
        </Button>
      )}
    </Row>
  );
}

/** The usual density where a sheet is silent: marked there as what it is. */
function TakeUsual({ usual, onTake }: { usual: UsualDensity; onTake: (usual: UsualDensity) => Promise<void> }) {
  const attempt = useAttempt();
  return <Button onClick={() => attempt(() => onTake(usual))}>Take the usual, {usual.value} g</Button>;
}
