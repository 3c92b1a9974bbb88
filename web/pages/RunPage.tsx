import Typography from '@mui/material/Typography';
import { Sheet } from '../parts/Layout.tsx';
import { DaySection } from '../run/DaySection.tsx';
import { SeasonSection } from '../run/SeasonSection.tsx';
import { SideSection } from '../run/SideSection.tsx';
import { useDesigned } from '../state/design-context.tsx';

/** How a cold day goes, and a winter. */
export default function RunPage() {
  const designed = useDesigned();
  const solved = designed?.design.solved?.state.converged;
  if (!designed || !solved) {
    return (
      <Typography role="status" sx={{ p: 4, maxWidth: 520 }}>
        {designed
          ? 'There is no plant to run yet. Enter rooms with heat loads and put them on circuits; what stands in the way is among the findings on the Plant page.'
          : 'Working out the plant …'}
      </Typography>
    );
  }
  const { job, design } = designed;
  return (
    <Sheet wide title="Run" lead="How a cold day goes, how often the source starts, and who gets cold.">
      <DaySection job={job} design={design} />
      <SeasonSection job={job} />
      <SideSection job={job} />
    </Sheet>
  );
}
