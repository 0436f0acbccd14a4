import { Button } from '@mui/material';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import type { Light } from '../../../core/colour/lights.ts';
import { KINDS } from '../../../core/kinds/index.ts';
import type { Layer, Stack } from '../../../core/layers/layer.ts';
import type { MatchProblem } from '../../../core/match/problem.ts';
import type { Finding, Remedy } from '../../../core/rules/index.ts';
import type { Said } from '../../../core/said/sentence.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { usualWait } from '../../../record/job/rules.ts';
import { saidShelf } from '../../../record/shelf/said.ts';
import { useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { type Rules, useDrying } from '../../hooks/rules.ts';
import { useUsualDensity } from '../../hooks/usual-density.ts';
import { Row } from '../layout.tsx';
import { GainOfCoat } from './Foreseen.tsx';
import { FromMix } from './FromMix.tsx';
import { LayerActions } from './LayerActions.tsx';
import { LayerEditor } from './LayerEditor.tsx';
import { LayerPiece } from './LayerPiece.tsx';
import { OwnSearch } from './OwnSearch.tsx';
import type { OpenLayer } from './open-layer.ts';
import { piecesOf } from './pieces.ts';
import { RuleList } from './RuleList.tsx';
import { LayerSentence, type OpenPiece, SayLayer } from './SayLayer.tsx';

interface Props {
  bench: OpenBench;
  model: BoardModel;
  /** The layer that is open, and what is done with it. */
  layer: OpenLayer;
  /** The stack as it is when the hand is calm. */
  settled: Stack;
  light: Light;
  problem: MatchProblem | null;
  barred: readonly string[];
  rules: Rules | null;
  addLayer: ReactNode;
  /** What it leaves, where its column has no room for that. */
  figures: ReactNode;
  /** Half with it, half without: both are kept. */
  onBranch: () => void;
  onRemedy: (remedy: Remedy, finding: Finding) => void;
  onAccept: (finding: Finding, accepted: boolean) => void;
  onSettle: () => void;
}

/** The layer in hand: its settings, what the rules say of it, what can be done with it. */
export function LayerInHand(props: Props & { open: Layer; selected: number }) {
  const { bench, model, layer, open, selected, settled, light, problem, barred, rules, addLayer, onSettle } = props;
  const { setOpen, dragOpen } = layer;
  const drying = useDrying(bench);
  const onUsual = useUsualDensity(bench.shelf);
  const shelf = useMemo(() => saidShelf(bench.shelf), [bench.shelf]);
  const [piece, setPiece] = useState<OpenPiece>(null);
  /** Of what is always there: the field that is to have the hand. */
  const [aim, setAim] = useState<Said | null>(null);
  useEffect(() => {
    if (aim) document.querySelector<HTMLElement>(`[data-said="${aim}"] input`)?.focus();
    setAim(null);
  }, [aim]);
  const onPiece = (next: OpenPiece) => {
    const tuned = next?.startsWith('colour:') || next === 'setting:coats';
    setPiece(tuned ? null : next);
    if (tuned && next !== 'more') setAim(next);
  };
  const gun = useHouse().data?.tools.includes('spray-gun') ?? true;
  const { mediums, supplies } = bench.shelf;
  const hardens = [
    ...mediums.filter((m) => m.id === open.medium),
    ...supplies.filter((s) => s.id === open.supply),
  ].some(({ sheet }) => sheet.hardener);
  const usual = usualWait([...settled.slice(0, selected), open, ...settled.slice(selected + 1)], selected, drying);
  return (
    <>
      <LayerSentence layer={open} shelf={shelf} piece={piece} onPiece={onPiece} />
      <SayLayer
        key={`say/${selected}`}
        shelf={shelf}
        keep={`say/${model.wood.id}/${selected}`}
        onLayers={layer.onSaid}
        onUsual={onUsual}
      />
      <RuleList
        key={selected}
        folded
        bench={bench}
        model={model}
        rules={rules}
        at={selected}
        onRemedy={props.onRemedy}
        onAccept={props.onAccept}
      />
      {piece === 'more' ? (
        <Row gap="close" wrap>
          {piecesOf(open, hardens).map(({ about, name }) => (
            <Button key={about} onClick={() => setPiece(about)}>
              {name}
            </Button>
          ))}
        </Row>
      ) : piece ? (
        <LayerPiece
          key={piece}
          layer={open}
          about={piece}
          materials={bench.onHand}
          usual={usual}
          gun={gun}
          onChange={setOpen}
          onNote={layer.onNote}
          onSettle={onSettle}
        />
      ) : (
        <LayerEditor
          told={
            <>
              {props.figures}
              <GainOfCoat bench={bench} model={model} stack={settled} light={light} at={selected} />
            </>
          }
          layer={open}
          materials={bench.onHand}
          onChange={setOpen}
          onDrag={dragOpen}
          onSettle={onSettle}
        >
          <FromMix mixes={bench.shelf.mixes} materials={bench.materials} layer={open} onTake={setOpen} />
        </LayerEditor>
      )}
      <div className="acts">
        <LayerActions
          name={KINDS[open.kind].label.toLowerCase()}
          off={open.off === true}
          onOff={layer.onOff}
          onTwice={layer.onTwice}
          onBranch={props.onBranch}
          onTakeOut={layer.onTakeOut}
        />
        {addLayer}
        <OwnSearch
          key={selected}
          problem={problem}
          at={selected}
          barred={barred}
          materials={bench.offered}
          onTake={setOpen}
        />
      </div>
    </>
  );
}
