import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { sequenceOfOperation } from '../../core/control/sequence.ts';
import { CallsSection } from '../controls/CallsSection.tsx';
import { CurveSection } from '../controls/CurveSection.tsx';
import { SummerSection } from '../controls/SummerSection.tsx';
import { ThermostatsSection } from '../controls/ThermostatsSection.tsx';
import { WiringSection } from '../controls/WiringSection.tsx';
import { FoldedSection, Sheet } from '../parts/Layout.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { useDesigned } from '../state/design-context.tsx';
import { useDisplay } from '../state/display.ts';

/** Who calls, what moves, in which order, by how much weather, over which wire. */
export default function ControlsPage() {
  const designed = useDesigned();
  const { say } = useDisplay();
  if (!designed) {
    return (
      <Typography role="status" sx={{ p: 4 }}>
        Working out the plant …
      </Typography>
    );
  }
  const { job, design } = designed;
  const steps = sequenceOfOperation(job, design, say);
  return (
    <Sheet wide title="Controls" lead="What calls, what then runs, and the flow temperature by the weather.">
      <CurveSection job={job} design={design} />
      <FoldedSection
        id="controls/sequence"
        open
        title="Sequence of operation"
        answer={`${steps.length} steps`}
        lead="In the order of things, to hand over and to test against."
      >
        {steps.length === 0 ? (
          <Typography>Rooms with heat loads on a circuit are needed first.</Typography>
        ) : (
          <Box component="ol" sx={{ m: 0, pl: 3, display: 'grid', gap: 0.8, maxWidth: 860 }}>
            {steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </Box>
        )}
      </FoldedSection>
      <SummerSection job={job} />
      <ThermostatsSection job={job} design={design} />
      <CallsSection job={job} design={design} />
      <WiringSection job={job} design={design} />
      <LeadOn page="controls" />
    </Sheet>
  );
}
