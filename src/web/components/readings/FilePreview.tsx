import {
  Button,
  Dialog,
  DialogContent,
  LinearProgress,
  MenuItem,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
} from '@mui/material';
import { useEffect, useMemo, useRef, useState } from 'react';
import { screenColour } from '../../../core/colour/display.ts';
import { labOf } from '../../../core/colour/lab.ts';
import {
  type Answers,
  COLUMN_ROLES,
  type ColumnRole,
  exportGrids,
  type MeasurementFile,
  MOST_BYTES,
  onGrid,
  Question,
  readMeasurements,
} from '../../../core/formats/index.ts';
import type { SheetText } from '../../../core/formats/spreadsheet.ts';
import { textsOfFile } from '../../hooks/file-text.ts';
import { ErrorMessage, sentenceOf } from '../ErrorMessage.tsx';
import { Area, Pile, Row, Text } from '../layout.tsx';
import { labText } from '../numbers.ts';
import { TOLD_FOR } from './TypedLab.tsx';

/** A file as it was read, with what the finisher said of it. */
export interface ReadFile {
  text: string;
  answers: Answers;
  read: MeasurementFile;
}

type Outcome = { read: MeasurementFile } | { question: Question } | { trouble: string };

function outcomeOf(text: string, name: string, answers: Answers): Outcome {
  try {
    return { read: readMeasurements(text, name, answers) };
  } catch (error) {
    return error instanceof Question ? { question: error } : { trouble: sentenceOf(error) };
  }
}

const ROLE_NAMES: Record<ColumnRole, string> = {
  nothing: 'left out',
  name: 'name',
  wavelengths: 'wavelengths',
  L: 'L*',
  a: 'a*',
  b: 'b*',
  reading: 'a reading',
};
const SCALES = { percent: 'Per cent', fraction: 'Fractions of 1' } as const;

/** The columns of a table, each to be named. */
function Columns({ rows, onAnswer }: { rows: Question['rows']; onAnswer: (columns: ColumnRole[]) => void }) {
  const width = Math.max(...rows.map((row) => row.length));
  const columns = Array.from({ length: width }, (_, i) => i);
  const [roles, setRoles] = useState<ColumnRole[]>(() => columns.map(() => 'nothing'));
  return (
    <Pile gap="near">
      <Area scroll maxHeight={300}>
        <table>
          <thead>
            <tr>
              {columns.map((i) => (
                <Text as="th" key={i} pad="hair" strong={false}>
                  <TextField
                    select
                    label={`Column ${i + 1}`}
                    value={roles[i]}
                    onChange={(e) =>
                      setRoles(roles.map((role, k) => (k === i ? (e.target.value as ColumnRole) : role)))
                    }
                    sx={{ width: 130 }}
                  >
                    {COLUMN_ROLES.map((role) => (
                      <MenuItem key={role} value={role}>
                        {ROLE_NAMES[role]}
                      </MenuItem>
                    ))}
                  </TextField>
                </Text>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, r) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: lines of a file have no other name
              <tr key={r} className="rule">
                {columns.map((i) => (
                  <Text as="td" key={i} className="mono" padY="hair" padX="close" nowrap>
                    {row[i]}
                  </Text>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </Area>
      <Button onClick={() => onAnswer(roles)} sx={{ justifySelf: 'start' }}>
        Read it so
      </Button>
    </Pile>
  );
}

/** What only the finisher knows of the file. */
function Asked({ question, onAnswer }: { question: Question; onAnswer: (answers: Answers) => void }) {
  if (question.asks === 'columns')
    return <Columns rows={question.rows} onAnswer={(columns) => onAnswer({ columns })} />;
  const options = question.asks === 'scale' ? Object.entries(SCALES) : question.options.map((o) => [o, o] as const);
  return (
    <Row gap="near" wrap>
      {options.map(([value, label]) => (
        <Button key={value} onClick={() => onAnswer({ [question.asks]: value })}>
          {label}
        </Button>
      ))}
    </Row>
  );
}

const SHOWN = 8;

/** The readings as they would be kept: how many, on which grid, their colours, and what was noticed. */
function Preview({ read }: { read: MeasurementFile }) {
  const grids = useMemo(() => exportGrids(read.readings), [read]);
  const shown = useMemo(
    () =>
      read.readings.slice(0, SHOWN).map((reading) => {
        const grid = onGrid(reading);
        return { name: reading.name, lab: labOf(grid), css: screenColour(grid).css };
      }),
    [read],
  );
  const more = read.readings.length - shown.length;
  return (
    <>
      <div>
        {grids.map((grid) => (
          <div key={grid.name}>
            <b>
              {grid.readings.length} {grid.readings.length === 1 ? 'reading' : 'readings'}
            </b>
            , {grid.readings[0]?.kind === 'lab' ? 'L*a*b* only' : `spectra, ${grid.name}`}
          </div>
        ))}
      </div>
      <Area maxHeight={300} scroll>
        {shown.map(({ name, lab, css }, i) => (
          <div
            // biome-ignore lint/suspicious/noArrayIndexKey: two readings may have one name
            key={i}
            className="row"
          >
            <Text width={44} height={26} colour={css} />
            <Text grow breaks>
              {name}
            </Text>
            <span className="mono">{labText(lab)}</span>
          </div>
        ))}
        {more > 0 && <div className="soft">and {more} more</div>}
      </Area>
      {read.notes.map((note) => (
        <div key={note} className="note">
          {note}
        </div>
      ))}
    </>
  );
}

interface Props {
  file: File;
  /** What is done with them, for the button. */
  action?: string;
  onKeep: (file: ReadFile, until: AbortSignal) => Promise<unknown> | undefined;
  onClose: () => void;
}

/** A measurement file before anything of it is kept: what it holds, what is asked of it, what will be left out. */
export function FilePreview({ file, action, onKeep, onClose }: Props) {
  const [sheets, setSheets] = useState<readonly SheetText[] | null>(null);
  const [sheet, setSheet] = useState(0);
  const text = sheets?.[sheet]?.text ?? null;
  const [answers, setAnswers] = useState<Answers>({});
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const sent = useRef<AbortController | null>(null);
  /** The light was asked for and answered: the question stays, to be answered otherwise. */
  const [lightAsked, setLightAsked] = useState(false);
  useEffect(() => {
    if (file.size > MOST_BYTES)
      return setError(
        `${file.name}: the file is larger than ${MOST_BYTES / 1e6} MB. Export only the readings of this piece.`,
      );
    textsOfFile(file)
      .then(setSheets)
      .catch((trouble: unknown) => setError(sentenceOf(trouble)));
  }, [file]);
  const outcome = useMemo(() => (text === null ? null : outcomeOf(text, file.name, answers)), [text, file, answers]);
  const keep = async (read: MeasurementFile) => {
    if (text === null) return;
    setBusy(true);
    setError(null);
    sent.current = new AbortController();
    const until = sent.current.signal;
    try {
      await onKeep({ text, answers, read }, until);
      onClose();
    } catch (trouble) {
      if (!until.aborted) setError(sentenceOf(trouble));
      setBusy(false);
    }
  };
  const leave = () => {
    sent.current?.abort();
    onClose();
  };
  const count = outcome && 'read' in outcome ? outcome.read.readings.length : 0;
  return (
    <Dialog open onClose={leave} fullWidth maxWidth="md" slotProps={{ paper: { 'aria-label': 'What the file holds' } }}>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Text as="h2" breaks>
          {file.name}
        </Text>
        {sheets && sheets.length > 1 && (
          <TextField
            select
            label="Sheet"
            value={String(sheet)}
            onChange={(e) => {
              setSheet(Number(e.target.value));
              setAnswers({});
            }}
            sx={{ maxWidth: 420 }}
          >
            {sheets.map(({ name }, i) => (
              <MenuItem key={name} value={String(i)}>
                {name}
              </MenuItem>
            ))}
          </TextField>
        )}
        {(busy || (!outcome && !error)) && (
          <LinearProgress aria-label={busy ? 'Keeping the readings' : 'Reading the file'} />
        )}
        {outcome && 'trouble' in outcome && <ErrorMessage error={outcome.trouble} />}
        {outcome && 'question' in outcome && (
          <>
            <div role="alert">{outcome.question.message}</div>
            <Asked question={outcome.question} onAnswer={(answer) => setAnswers({ ...answers, ...answer })} />
          </>
        )}
        {answers.scale && (
          <ToggleButtonGroup
            exclusive
            value={answers.scale}
            onChange={(_, scale) => scale && setAnswers({ ...answers, scale })}
            aria-label="Scale of the values"
          >
            {Object.entries(SCALES).map(([value, label]) => (
              <ToggleButton key={value} value={value}>
                {label}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
        )}
        {outcome && 'read' in outcome && (outcome.read.unsaid || lightAsked) && (
          <TextField
            select
            label={`The file names no ${outcome.read.unsaid ?? 'light'}: for which are its L*a*b*?`}
            value={answers.light ?? 'D65/10'}
            onChange={(e) => {
              setLightAsked(true);
              setAnswers({ ...answers, light: e.target.value });
            }}
            sx={{ maxWidth: 420 }}
          >
            {TOLD_FOR.map((light) => (
              <MenuItem key={light} value={light}>
                {light}°
              </MenuItem>
            ))}
          </TextField>
        )}
        {outcome && 'read' in outcome && <Preview read={outcome.read} />}
        <ErrorMessage error={error} />
        <Row gap="near" end>
          {answers.columns && (
            <Button onClick={() => setAnswers({ ...answers, columns: undefined })}>Other columns</Button>
          )}
          <Button onClick={leave}>{busy ? 'Stop here' : 'Leave it'}</Button>
          {outcome && 'read' in outcome && (
            <Button variant="contained" color="primary" disabled={busy} onClick={() => void keep(outcome.read)}>
              {action ?? `Keep ${count === 1 ? 'this reading' : `these ${count} readings`}`}
            </Button>
          )}
        </Row>
      </DialogContent>
    </Dialog>
  );
}
