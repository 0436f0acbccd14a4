import { Button } from '@mui/material';
import { memo } from 'react';
import { type Control, useWatch } from 'react-hook-form';
import { Link as RouterLink } from 'react-router';
import type { Spectrum } from '../../../core/colour/grid.ts';
import type { Stack } from '../../../core/layers/layer.ts';
import { batchUnderstood } from '../batch.ts';
import { Row } from '../layout.tsx';
import { TypedField } from '../TypedField.tsx';
import { FromTheRack } from './FromTheRack.tsx';

interface Props {
  /** The main action, and whether there is anything to do it with. */
  onward: string;
  ready: boolean;
  /** A stack with colour is planned; one without asks for a search first. */
  coloured: boolean;
  searching: boolean;
  finished: boolean;
  roads: number;
  control: Control<{ litres: string }>;
  /** Where an old board may be the start: its wood and the target. */
  rack: { speciesId: string; target: Spectrum | null } | null;
  severalWoods: boolean;
  onOnward: () => void;
  onFind: () => void;
  onFindLayers: () => void;
  onRoads: () => void;
  /** How many versions are kept. */
  versions: number;
  onVersions: () => void;
  onColours: () => void;
  onTake: (stack: Stack) => void;
}

/** Where one goes from the layers: a board, a search, its roads, other starts. */
export const NextSteps = memo(function NextSteps(props: Props) {
  const { coloured, ready, searching, finished, roads, rack } = props;
  const understood = batchUnderstood(useWatch({ control: props.control, name: 'litres' }));
  return (
    <>
      <Row gap="close">
        <Button
          variant={coloured ? 'contained' : 'outlined'}
          color={coloured ? 'primary' : 'secondary'}
          disabled={!ready}
          onClick={props.onOnward}
          sx={{ flex: 1 }}
        >
          {props.onward}
        </Button>
        <TypedField
          control={props.control}
          name="litres"
          label={understood ? `Batch ${understood}` : 'Batch'}
          onKeyDown={(e) => e.key === 'Enter' && ready && props.onOnward()}
          sx={{ width: 108 }}
        />
      </Row>
      <div className="pair">
        <Button
          variant={coloured ? 'outlined' : 'contained'}
          color={coloured ? 'secondary' : 'primary'}
          onClick={props.onFind}
          disabled={searching || finished}
        >
          Find recipes
        </Button>
        <Button onClick={props.onFindLayers} disabled={searching || finished}>
          Find layers too
        </Button>
      </div>
      <div className="more">
        {roads > 0 && <Button onClick={props.onRoads}>Roads ({roads})</Button>}
        <Button
          onClick={props.onVersions}
          aria-label={props.versions > 0 ? `Versions, ${props.versions} kept` : 'Versions'}
        >
          Versions
        </Button>
        <Button onClick={props.onColours} aria-label="Allowed colours">
          Colours
        </Button>
        {rack && <FromTheRack {...rack} onTake={props.onTake} />}
        {props.severalWoods && (
          <Button component={RouterLink} to="../together" aria-label="All woods">
            Woods
          </Button>
        )}
      </div>
    </>
  );
});
