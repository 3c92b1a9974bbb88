import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { Sheet } from '../parts/Layout.tsx';
import { LeadOn } from '../parts/LeadOn.tsx';
import { DaySection } from '../run/DaySection.tsx';
import { RunViews, viewOf } from '../run/RunViews.tsx';
import { SeasonSection } from '../run/SeasonSection.tsx';
import { SideSection } from '../run/SideSection.tsx';
import { SummerSection } from '../run/SummerSection.tsx';
import type { NamedWeather } from '../run/WeatherFile.tsx';
import { useDesigned } from '../state/design-context.tsx';

/** How a cold day goes, and a winter, and what another way of piping would make of it. Which of them stands in the address. */
export default function RunPage() {
  const designed = useDesigned();
  const [search, setSearch] = useSearchParams();
  const [weather, setWeather] = useState<NamedWeather | null>(null);
  // Fetched while nothing waits for them, not when a result arrives.
  useEffect(() => {
    const fetched = setTimeout(() => void Promise.all([import('../run/SeasonCharts.tsx'), import('../run/SideCharts.tsx')]), 300);
    return () => clearTimeout(fetched);
  }, []);
  // The prices stand with the season.
  const at = search.get('at');
  useEffect(() => {
    if (at?.startsWith('energy/')) setSearch({ view: 'season', at }, { replace: true });
  }, [at, setSearch]);
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
  const { job } = designed;
  const view = viewOf(search.get('view'));
  return (
    <Sheet
      wide
      title="Run"
      lead={
        view === 'summer'
          ? 'How the hottest day goes, where the water in the air goes, and what it costs to cool.'
          : 'How a cold day goes, how often the source starts, and which rooms fall below their set point.'
      }
      actions={<RunViews view={view} />}
    >
      {view === 'day' && <DaySection designed={designed} weather={weather} onWeather={setWeather} />}
      {view === 'season' && <SeasonSection job={job} weather={weather} onWeather={setWeather} />}
      {view === 'side' && <SideSection job={job} weather={weather} />}
      {view === 'summer' &&
        (designed.design.cooling?.state?.converged ? (
          <SummerSection job={job} weather={weather} onWeather={setWeather} />
        ) : (
          <Typography role="status" sx={{ maxWidth: 560 }}>
            Nothing cools yet. Give a circuit cold water, and the plant something that makes it; what stands in the way is among
            the findings on the Plant page.
          </Typography>
        ))}
      <LeadOn page="run" />
    </Sheet>
  );
}
