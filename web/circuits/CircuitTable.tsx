import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { type KeyboardEvent, useRef } from 'react';
import { withKind } from '../../core/circuit/change-kind.ts';
import type { CircuitDesign } from '../../core/design/design.ts';
import type { Severity } from '../../core/finding/finding.ts';
import type { Circuit, EmitterKind } from '../../model/job.ts';
import { applyEdits, type Place, valueAt } from '../../model/place.ts';
import { Unseen } from '../look/parts/Unseen.tsx';
import { selectAll } from '../look/select-all.ts';
import { EMITTER_CHOICES } from '../parts/choices.ts';
import { useQuantityText } from '../parts/Field.tsx';
import { FigureButton } from '../parts/FigureButton.tsx';
import { SeverityMark } from '../parts/Severity.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

const ORDER: readonly Severity[] = ['stop', 'mend', 'note'];

/**
 * The circuits of a job, a row each: what is decided is typed in the row, Ctrl+D takes what stands above; what comes of it stands right.
 * The picked row's decisions open below.
 */
export function CircuitTable({ picked, onPick }: { picked: string | null; onPick: (id: string) => void }) {
  const job = useJob();
  const { unit, say } = useDisplay();
  const designed = useDesigned();
  const head = { px: 1, py: 0.8, textAlign: 'left', fontWeight: 700, lineHeight: 1.15, verticalAlign: 'bottom' } as const;
  const figures = { ...head, textAlign: 'right' } as const;
  const inUnit = (text: string) => (
    <Box component="span" sx={{ display: 'block', fontSize: 'unit', fontWeight: 500, color: 'text.secondary' }}>
      {text}
    </Box>
  );
  return (
    <Box
      tabIndex={0}
      role="region"
      aria-label="Circuits at a glance"
      sx={{ overflowX: 'auto', bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1, mb: 2 }}
    >
      <Box
        component="table"
        aria-label="Circuits"
        sx={{
          width: '100%',
          borderCollapse: 'collapse',
          fontSize: 'table',
          '@media (min-width: 700px)': { '& td:has(> input)': { textAlign: 'right' } },
          // A narrow screen has a card for each circuit.
          '@media (max-width: 699px)': {
            display: 'block',
            '& thead': { display: 'none' },
            '& tbody, & tr': { display: 'block' },
            '& tr': { p: 1, borderTop: '3px solid', borderColor: 'wall.copperLine' },
            '& td, & th': { display: 'grid', gridTemplateColumns: '45% 55%', alignItems: 'center', minHeight: 44 },
            '& td::before': { content: 'attr(data-label)', color: 'text.secondary', fontSize: '0.8125rem' },
          },
        }}
      >
        <thead>
          <tr>
            <Box component="th" scope="col" sx={{ ...head, pl: 2 }}>
              Circuit
            </Box>
            <Box component="th" scope="col" sx={head}>
              Emitters
            </Box>
            <Box component="th" scope="col" sx={figures}>
              Flow {inUnit(unit('temperature'))}
            </Box>
            <Box component="th" scope="col" sx={figures}>
              Delta T {inUnit(unit('temperatureDifference'))}
            </Box>
            <Box component="th" scope="col" sx={head}>
              Connection
            </Box>
            <Box component="th" scope="col" sx={figures}>
              Run {inUnit(unit('length'))}
            </Box>
            <Box component="th" scope="col" sx={figures}>
              Load
            </Box>
            <Box component="th" scope="col" sx={figures}>
              Flow rate
            </Box>
            <Box component="th" scope="col" sx={head}>
              Pipe
            </Box>
            <Box component="th" scope="col" sx={head}>
              Pump, operating
            </Box>
            <Box component="th" scope="col" sx={{ ...head, position: 'relative', overflow: 'hidden' }}>
              <Unseen>Findings</Unseen>
            </Box>
          </tr>
        </thead>
        <tbody>
          {job.circuits.map((circuit) => (
            <Row
              key={circuit.id}
              circuit={circuit}
              design={designed?.design.circuits.find((each) => each.id === circuit.id)}
              worst={ORDER.find((severity) =>
                designed?.design.findings.some(
                  (each) => each.severity === severity && each.component?.startsWith(`circuits/${circuit.id}/`) && !each.accepted,
                ),
              )}
              picked={picked === circuit.id}
              onPick={() => onPick(circuit.id)}
              say={say}
            />
          ))}
        </tbody>
      </Box>
    </Box>
  );
}

interface RowProps {
  circuit: Circuit;
  design: CircuitDesign | undefined;
  worst: Severity | undefined;
  picked: boolean;
  onPick: () => void;
  say: ReturnType<typeof useDisplay>['say'];
}

function Row({ circuit, design, worst, picked, onPick, say }: RowProps) {
  const { put, edit } = useEditing();
  const { enqueueSnackbar } = useSnackbar();
  const row = useRef<HTMLTableRowElement>(null);
  const place = `circuits/${circuit.id}`;
  const sized = design?.sized ?? design?.onlyCools;
  const duty = sized?.pump?.duty;
  const kind = (next: EmitterKind) => {
    const kept: string[] = [];
    edit(`Emitters of ${circuit.name}`, (current) => {
      const made = withKind(current, circuit.id, next);
      kept.splice(0, kept.length, ...made.kept);
      return made.job;
    });
    if (kept.length > 0) enqueueSnackbar(`${circuit.name}: ${kept.join(', ')} stayed as set. Ctrl+Z undoes it.`);
  };
  return (
    <Box
      component="tr"
      ref={row}
      sx={{
        borderTop: 1,
        borderColor: 'divider',
        bgcolor: picked ? 'action.selected' : undefined,
        '& td': { px: 0.5, py: 0.3 },
      }}
    >
      <Box component="th" scope="row" sx={{ textAlign: 'left', pl: 1, py: 0.3, minWidth: 150 }}>
        <Box sx={{ display: 'flex', gap: 0.5, alignItems: 'center', gridColumn: '1 / -1' }}>
          <Button
            size="small"
            aria-pressed={picked}
            aria-label={`Open ${circuit.name || circuit.id}`}
            onClick={onPick}
            sx={{ minWidth: 30, px: 0.5, fontWeight: 800, color: 'wall.copperLine' }}
          >
            ›
          </Button>
          <WordCell place={`${place}/name`} label={`Name of ${circuit.id}`} />
        </Box>
      </Box>
      <td data-label="Emitters">
        <SelectCell
          label={`Emitters of ${circuit.name}`}
          value={circuit.emitters}
          options={EMITTER_CHOICES}
          place={`${place}/emitters`}
          onChange={(value) => kind(value as EmitterKind)}
        />
      </td>
      <td data-label="Flow temperature">
        <QuantityCell place={`${place}/flowTemperature`} label={`Flow temperature of ${circuit.name}`} width={70} />
      </td>
      <td data-label="Delta T">
        <QuantityCell place={`${place}/temperatureDifference`} label={`Delta T of ${circuit.name}`} width={62} />
      </td>
      <td data-label="Connection">
        <SelectCell
          label={`Connection of ${circuit.name}`}
          value={circuit.connection}
          options={[
            { value: 'direct', label: 'Direct' },
            { value: 'mixed', label: 'Mixed' },
          ]}
          place={`${place}/connection`}
          onChange={(value) => put(`Connection of ${circuit.name}`, [{ at: `${place}/connection`, value }])}
        />
      </td>
      <td data-label="Run, one way">
        <QuantityCell place={`${place}/run/length`} label={`Run to ${circuit.name}`} width={62} />
      </td>
      <Box component="td" data-label="Load" sx={{ textAlign: { sm: 'right' }, whiteSpace: 'nowrap' }}>
        {design ? <FigureButton figure={design.load} /> : '–'}
      </Box>
      <Box component="td" data-label="Flow rate" sx={{ textAlign: { sm: 'right' }, whiteSpace: 'nowrap' }}>
        {sized ? <FigureButton figure={sized.volumeFlow} /> : '–'}
      </Box>
      <Box component="td" data-label="Pipe" sx={{ whiteSpace: 'nowrap' }}>
        {sized ? sized.run.size.label : '–'}
      </Box>
      <Box component="td" data-label="Pump, operating" sx={{ whiteSpace: 'nowrap' }}>
        {duty
          ? `${duty.label.split(' · ')[0]}: ${say(duty.flow.value, 'volumeFlow')} at ${say(duty.head.value, 'head')}`
          : sized?.zoneValve
            ? 'zone valve'
            : '–'}
      </Box>
      <Box component="td" sx={{ pr: 1.5 }}>
        {worst && <SeverityMark severity={worst} size={17} />}
      </Box>
    </Box>
  );
}

const cellInput = (problem: boolean) => ({
  font: 'inherit',
  color: 'inherit',
  minHeight: { xs: 44, sm: 32 },
  px: 0.8,
  bgcolor: 'transparent',
  border: 1,
  borderColor: problem ? 'wall.mend' : 'transparent',
  borderRadius: 1,
  'tr:hover &, &:focus': { borderColor: problem ? 'wall.mend' : 'wall.edge' },
  '&:focus': { bgcolor: 'background.default' },
});

/** Ctrl+D takes what the row above has; Enter and the arrows go up and down the column. */
function useColumnKeys(place: Place) {
  const { edit } = useEditing();
  return (event: KeyboardEvent<HTMLElement>) => {
    const column = place.split('/').slice(2).join('/');
    const all = [...document.querySelectorAll<HTMLElement>(`[data-circuit-column="${CSS.escape(column)}"]`)];
    const here = all.indexOf(event.currentTarget);
    const to = (next: HTMLElement | undefined) => {
      if (!next) return;
      event.preventDefault();
      next.focus();
      if (next instanceof HTMLInputElement) next.select();
    };
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'd') {
      event.preventDefault();
      edit('Filled down', (current) => {
        const from = current.circuits.findIndex(({ id }) => id === place.split('/')[1]);
        // In the first row it fills all below; in any other it takes what stands above.
        const source = from === 0 ? current.circuits[0] : current.circuits[from - 1];
        const into = from === 0 ? current.circuits.slice(1) : current.circuits.slice(from, from + 1);
        const value = source && valueAt(current, `circuits/${source.id}/${column}`);
        return applyEdits(current, value === undefined ? [] : into.map(({ id }) => ({ at: `circuits/${id}/${column}`, value })));
      });
    } else if (event.key === 'ArrowDown' || (event.key === 'Enter' && !event.shiftKey && !event.ctrlKey)) to(all[here + 1]);
    else if (event.key === 'ArrowUp' || (event.key === 'Enter' && event.shiftKey)) to(all[here - 1]);
  };
}

function QuantityCell({ place, label, width }: { place: Place; label: string; width: number }) {
  const { text, problem, take, enter, leave } = useQuantityText(place, undefined);
  const onKeyDown = useColumnKeys(place);
  return (
    <>
      <Box
        component="input"
        aria-label={label}
        aria-invalid={problem !== undefined}
        autoComplete="off"
        data-place={place}
        data-circuit-column={place.split('/').slice(2).join('/')}
        value={text}
        onFocus={(event) => {
          enter();
          selectAll(event);
        }}
        onBlur={leave}
        onKeyDown={onKeyDown}
        onChange={(event) => take(event.target.value)}
        sx={{ ...cellInput(problem !== undefined), width: { xs: '100%', sm: width }, textAlign: 'right' }}
      />
      {problem !== undefined && (
        <Box role="alert" sx={{ color: 'wall.mend', fontSize: 'label', width: 190 }}>
          This {problem}.
        </Box>
      )}
    </>
  );
}

function WordCell({ place, label }: { place: Place; label: string }) {
  const job = useJob();
  const { put } = useEditing();
  return (
    <Box
      component="input"
      aria-label={label}
      autoComplete="off"
      data-place={place}
      maxLength={120}
      value={String(valueAt(job, place) ?? '')}
      onChange={(event) => put('Name of the circuit', [{ at: place, value: event.target.value }], place)}
      sx={{ ...cellInput(false), width: '100%', minWidth: 110, fontWeight: 700 }}
    />
  );
}

function SelectCell({
  label,
  value,
  options,
  place,
  onChange,
}: {
  label: string;
  value: string;
  place: Place;
  options: readonly { value: string; label: string }[];
  onChange: (value: string) => void;
}) {
  const fill = useColumnKeys(place);
  return (
    <Box
      component="select"
      aria-label={label}
      data-place={place}
      data-circuit-column={place.split('/').slice(2).join('/')}
      // The arrows belong to the choice itself.
      onKeyDown={(event) => (event.ctrlKey || event.metaKey) && fill(event)}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      sx={{ ...cellInput(false), bgcolor: 'background.paper', width: { xs: '100%', sm: 'auto' } }}
    >
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </Box>
  );
}
