import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as RouterLink, useParams } from 'react-router';
import type { Design } from '../../core/design/design.ts';
import { formatNumber } from '../../core/quantity/format.ts';
import { MASSES } from '../../core/run/run.ts';
import { type SetBackCase, setBackEffect } from '../../core/run/set-back.ts';
import { USUAL_SET_BACK } from '../../core/run/settings.ts';
import type { HouseMass, Job } from '../../model/job.ts';
import { STANDING_LINK } from '../look/space.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useDisplay } from '../state/display.ts';

/** Outdoors in mild weather, degrees C. */
const MILD = 5;
const NAMES: Record<HouseMass, string> = { light: 'Light', medium: 'Medium', heavy: 'Heavy' };

/** What is told of each mass at each outdoor temperature: how far the room falls, how long it takes to be warm again, heat saved that day. */
const COLUMNS = ['Falls by', 'Recovery time', 'Saves that day'] as const;

/** What a night's set-back saves, and what the morning takes, by how heavy the house is. */
export function SetBackTable({ job, design }: { job: Job; design: Design }) {
  const { say } = useDisplay();
  const { id } = useParams();
  const { by, from, to } = USUAL_SET_BACK;
  const most = design.source?.capacity.value ?? 0;
  const load = design.load.value;
  if (load <= 0 || most <= 0) return null;
  const heated = job.rooms.filter((room) => (room.heatLoad ?? 0) > 0);
  const whole = heated.reduce((sum, room) => sum + (room.heatLoad ?? 0), 0);
  const room = heated.reduce((sum, each) => sum + each.roomTemperature * (each.heatLoad ?? 0), 0) / Math.max(whole, 1);
  const house: SetBackCase = {
    load,
    room: whole > 0 ? room : 20,
    design: job.site.outdoorDesignTemperature,
    most,
    by,
    lasts: (((to - from + 24) % 24) as number) * 3600,
  };
  const at = [job.site.outdoorDesignTemperature, MILD];
  const cell = (mass: HouseMass, outdoor: number) => {
    const { falls, recovery, saves } = setBackEffect(house, mass, outdoor);
    return [
      say(falls, 'temperatureDifference'),
      recovery === null ? 'does not recover' : `${formatNumber(recovery / 3600, 1)} h`,
      `${formatNumber(saves * 100, 1)} %`,
    ];
  };
  return (
    <Box sx={{ mt: 2.5 }}>
      <PlainTable name="Set-back" caption={`Set back by ${say(by, 'temperatureDifference')} from ${from}:00 to ${to}:00`}>
        <thead>
          <tr>
            <th scope="col" rowSpan={2}>
              Thermal mass
            </th>
            {at.map((outdoor) => (
              <th scope="colgroup" colSpan={COLUMNS.length} key={outdoor}>
                at {say(outdoor, 'temperature')} outdoors
              </th>
            ))}
          </tr>
          <tr>
            {at.flatMap((outdoor) =>
              COLUMNS.map((name) => (
                <th scope="col" key={`${outdoor} ${name}`}>
                  {name}
                </th>
              )),
            )}
          </tr>
        </thead>
        <tbody>
          {(Object.keys(MASSES) as HouseMass[]).map((mass) => (
            <tr key={mass}>
              <th scope="row">
                {NAMES[mass]}, {MASSES[mass]} h
              </th>
              {at.flatMap((outdoor) => cell(mass, outdoor).map((text, i) => <td key={`${outdoor} ${COLUMNS[i]}`}>{text}</td>))}
            </tr>
          ))}
        </tbody>
      </PlainTable>
      <Typography variant="body2" sx={{ mt: 0.8, maxWidth: 860 }}>
        A house of one mass, warmed with all the source can give ({say(most, 'power')}) and water as hot as that takes. With the
        curve, the zones and the cylinder as they are it takes longer:{' '}
        <Link component={RouterLink} to={`/jobs/${id}/run`} sx={STANDING_LINK}>
          run the day
        </Link>
        .
      </Typography>
    </Box>
  );
}
