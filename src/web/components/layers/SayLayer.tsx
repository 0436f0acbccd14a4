import { Button, TextField } from '@mui/material';
import { useState } from 'react';
import type { Layer } from '../../../core/layers/layer.ts';
import { type Phrase, phrasesOf } from '../../../core/said/sentence.ts';
import type { SaidShelf } from '../../../core/said/shelf.ts';
import { understoodStack } from '../../../core/said/stack.ts';
import { useListening } from '../../hooks/listening.ts';
import { usePersistentState } from '../../hooks/persistent-state.ts';
import { Row } from '../layout.tsx';

/** What takes the hand or the keys in a field of the editor. */
const IN_A_FIELD = '[role="combobox"], input:not([aria-hidden]), textarea';
/** The field where a piece of the sentence is set, under the keys. */
const goTo = ({ about }: Phrase) =>
  document.querySelector<HTMLElement>(`[data-said="${about}"] :is(${IN_A_FIELD})`)?.focus();

/** A layer as it is said; each piece leads to where it is set. */
export function LayerSentence({ layer, shelf }: { layer: Layer; shelf: SaidShelf }) {
  return (
    <p className="sentence" data-testid="sentence">
      {phrasesOf(layer, shelf).map((phrase, i) =>
        phrase.about && phrase.about !== 'kind' && phrase.about !== 'off' ? (
          <button key={phrase.about} type="button" onClick={() => goTo(phrase)}>
            {phrase.text}
          </button>
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: what joins has no name of its own
          <span key={i}>{phrase.text}</span>
        ),
      )}
    </p>
  );
}

interface Props {
  shelf: SaidShelf;
  /** What is typed is kept under this name until it is understood. */
  keep: string;
  onLayers: (layers: readonly Layer[]) => void;
}

/** Layers typed or spoken as one would say them: what is understood is put in, what is not is asked about. */
export function SayLayer({ shelf, keep, onLayers }: Props) {
  const [typed, setTyped] = usePersistentState(keep, '');
  const [question, setQuestion] = useState<string | null>(null);
  const ear = useListening(setTyped);
  const say = () => {
    if (typed.trim() === '') return;
    const understood = understoodStack(typed, shelf);
    if ('question' in understood) return setQuestion(understood.question);
    setQuestion(null);
    setTyped('');
    onLayers(understood.layers);
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
        helperText={question}
        slotProps={{ htmlInput: { maxLength: 500, 'aria-label': 'Say the layer' } }}
        sx={{ flex: 1, maxWidth: 520 }}
      />
      <Button disabled={typed.trim() === ''} onClick={say}>
        Say it
      </Button>
      {ear && (
        <Button aria-pressed={ear.listening} onClick={ear.toggle}>
          {ear.listening ? 'Listening …' : 'Aloud'}
        </Button>
      )}
    </Row>
  );
}
