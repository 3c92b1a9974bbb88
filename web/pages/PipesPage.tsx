import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { draftTree } from '../../core/circuit/draft-tree.ts';
import { leastDifference } from '../../core/circuit/pipe-audit.ts';
import type { SizedCircuit } from '../../core/design/design.ts';
import { auditTree, RUN } from '../../core/design/tree-audit.ts';
import { rulebookOf } from '../../core/rules/rulebooks.ts';
import type { Circuit } from '../../model/job.ts';
import { newSection } from '../../model/new-job.ts';
import { FindingsList } from '../parts/FindingsList.tsx';
import { Sheet } from '../parts/Layout.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { PipeFields } from '../parts/PipeFields.tsx';
import { SectionPanel } from '../pipes/SectionPanel.tsx';
import { TreeDrawing } from '../pipes/TreeDrawing.tsx';
import { TreeLines } from '../pipes/TreeLines.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/** From the emitters back to the plant: loads adding up, and whether the pipes that are there will do. */
export default function PipesPage() {
  const job = useJob();
  const designed = useDesigned();
  const [search] = useSearchParams();
  const [chosen, setChosen] = useState<string | null>(null);
  const arriving = /^circuits\/([^/]+)/.exec(search.get('at') ?? '')?.[1];
  const withTree = job.circuits.find((circuit) => circuit.sections.length > 0);
  const circuit = job.circuits.find((each) => each.id === (chosen ?? arriving)) ?? withTree ?? job.circuits[0];
  const design = designed?.design.circuits.find((each) => each.id === circuit?.id);
  const built = design?.sized ?? design?.onlyCools;
  return (
    <Sheet
      wide
      title="Pipes"
      lead="From the emitters back to the plant: loads add up at every tee. Will the pipe that is there do?"
    >
      {!circuit ? (
        <Typography>No circuits yet: they come from the rooms and their emitters.</Typography>
      ) : (
        <>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={circuit.id}
            onChange={(_, id: string | null) => id && setChosen(id)}
            aria-label="Circuit"
            sx={{ mb: 2, flexWrap: 'wrap' }}
          >
            {job.circuits.map((each) => (
              <ToggleButton key={each.id} value={each.id} sx={{ textTransform: 'none', px: 2, color: 'text.primary' }}>
                {each.name || each.id}
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          {built ? (
            <Tree key={circuit.id} circuit={circuit} sized={built} />
          ) : (
            <Typography>This circuit has nothing to heat yet: put rooms with heat loads on it.</Typography>
          )}
        </>
      )}
      <LeadOn page="pipes" />
    </Sheet>
  );
}

function Tree({ circuit, sized }: { circuit: Circuit; sized: SizedCircuit }) {
  const job = useJob();
  const { edit, put } = useEditing();
  const { say } = useDisplay();
  const designed = useDesigned();
  const [search] = useSearchParams();
  const arriving = /^circuits\/[^/]+\/sections\/([^/]+)/.exec(search.get('at') ?? '')?.[1];
  const [chosen, setChosen] = useState<string | null>(arriving ?? null);
  const [tried, setTried] = useState<number | null>(null);
  const [asLines, setAsLines] = useState(false);
  const deltaT = tried ?? circuit.temperatureDifference;
  const { rules, boreBy, label: rulebook } = rulebookOf(job);
  const pieces = auditTree(job, circuit, sized, deltaT);
  const lines = pieces.map(({ line }) => line);
  const least = leastDifference(lines, deltaT);
  const short = lines.filter((line) => line.left < 0);
  const selected = circuit.sections.find(
    (each) =>
      each.id ===
      (chosen ??
        short
          .find((line) => line.place !== sized.run.place)
          ?.place.split('/')
          .at(-1)),
  );
  const showRun = chosen === RUN || !selected;
  const place = showRun ? `circuits/${circuit.id}/run` : `circuits/${circuit.id}/sections/${selected?.id}`;
  const findings = designed?.design.findings.filter((finding) => finding.place.startsWith(`${place}/`)) ?? [];
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { lg: 'minmax(0, 1fr) 400px' }, gap: 2.5, alignItems: 'start' }}>
      <Box
        component="section"
        aria-label="Pipe tree"
        sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'divider', borderRadius: 1 }}
      >
        <Box sx={{ px: 2.5, pt: 2, pb: 1, display: 'flex', gap: 3, alignItems: 'center', flexWrap: 'wrap' }}>
          <Box sx={{ width: 300 }}>
            <Typography id="delta-label" variant="body2" sx={{ fontWeight: 650 }}>
              Try a delta T: {say(deltaT, 'temperatureDifference')}
            </Typography>
            <Slider
              aria-labelledby="delta-label"
              value={deltaT}
              min={3}
              max={25}
              step={0.5}
              marks={[5, 10, 15, 20].map((value) => ({ value, label: say(value, 'temperatureDifference') }))}
              onChange={(_, value) => setTried(value as number)}
              getAriaValueText={(value) => say(value, 'temperatureDifference')}
            />
          </Box>
          <Box sx={{ flex: 1, minWidth: 220 }} role="status">
            <Typography sx={{ fontWeight: 650, color: short.length > 0 ? 'wall.stop' : 'text.primary' }}>
              {short.length === 0
                ? 'All sections are large enough.'
                : `${short.length} of ${lines.length} sections ${short.length === 1 ? 'is' : 'are'} too small.`}
            </Typography>
            <Typography variant="body2">
              All are enough from delta T {say(Math.ceil(least * 10) / 10, 'temperatureDifference')}, at{' '}
              {say(rules.velocityWanted.limit, 'velocity')}
              {boreBy === 'gradient'
                ? ` (velocity is shown for orientation; this job goes by the ${rulebook.toLowerCase()} rulebook)`
                : ''}
              .
            </Typography>
            {tried !== null && tried !== circuit.temperatureDifference && (
              <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
                <Button
                  size="small"
                  variant="outlined"
                  onClick={() => {
                    put(`Delta T of ${circuit.name}`, [{ at: `circuits/${circuit.id}/temperatureDifference`, value: tried }]);
                    setTried(null);
                  }}
                >
                  Use {say(tried, 'temperatureDifference')}
                </Button>
                <Button size="small" onClick={() => setTried(null)}>
                  Back to {say(circuit.temperatureDifference, 'temperatureDifference')}
                </Button>
              </Box>
            )}
          </Box>
        </Box>
        <Box sx={{ px: 1.5 }}>
          <TreeDrawing pieces={pieces} selected={showRun ? RUN : (selected?.id ?? null)} onSelect={setChosen} />
        </Box>
        <Typography variant="body2" color="text.secondary" sx={{ px: 2.5, pb: 1.5 }}>
          As wide as its bore, filled as far as it is used. Hatched is too small, edged is the index run, dashed is new pipe,
          dotted with a question mark is not seen.
        </Typography>
        {asLines && <TreeLines circuit={circuit} onDone={() => setAsLines(false)} />}
        {!asLines && circuit.sections.length > 0 && (
          <Box sx={{ px: 2.5, pb: 2 }}>
            <Button variant="outlined" onClick={() => setAsLines(true)}>
              Edit as lines
            </Button>
          </Box>
        )}
        {!asLines && circuit.sections.length === 0 && (
          <Box sx={{ px: 2.5, pb: 2, display: 'flex', gap: 1.5, alignItems: 'center', flexWrap: 'wrap' }}>
            <Typography variant="body2" sx={{ flex: 1, minWidth: 240 }}>
              Every branch starts at the end of the run, as on a manifold. Where pipe runs on and tees off, lay it out here.
            </Typography>
            <Button
              variant="outlined"
              onClick={() =>
                edit(`Drafted the pipes of ${circuit.name}`, (current) => ({
                  ...current,
                  circuits: current.circuits.map((each) =>
                    each.id === circuit.id ? { ...each, sections: draftTree(current, each) } : each,
                  ),
                }))
              }
            >
              Draft a tree
            </Button>
            <Button variant="contained" onClick={() => setAsLines(true)}>
              Enter as lines
            </Button>
            <Button
              variant="outlined"
              onClick={() =>
                edit('Added a section', (current) => ({
                  ...current,
                  circuits: current.circuits.map((each) =>
                    each.id === circuit.id ? { ...each, sections: [newSection('s1', each, { name: 'First section' })] } : each,
                  ),
                }))
              }
            >
              Add a section
            </Button>
          </Box>
        )}
      </Box>
      <Box
        component="section"
        aria-label="Section"
        sx={{
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          borderTop: 6,
          borderTopColor: 'wall.copper',
          borderRadius: 1,
        }}
      >
        {showRun ? (
          <Box sx={{ p: 2 }}>
            <PipeFields place={place} title="From the plant, one way" design={sized.run} heatLoss={sized.runHeat} columns={2} />
          </Box>
        ) : (
          selected && (
            <SectionPanel
              key={selected.id}
              circuit={circuit}
              section={selected}
              design={sized.tree.find((each) => each.id === selected.id)}
              onSelect={setChosen}
            />
          )
        )}
        {findings.length > 0 && (
          <Box sx={{ borderTop: 1, borderColor: 'divider' }}>
            <FindingsList findings={findings} />
          </Box>
        )}
      </Box>
    </Box>
  );
}
