import type { Job } from '../../model/job.ts';
import { changeoversOf } from '../plan/changeover.ts';
import { coldSideOf } from '../plan/cold-side.ts';
import type { ControlPart } from './control-part.ts';

/** What the controls take for summer; nothing for a plant that only heats. */
export function summerParts(job: Job): ControlPart[] {
  if (job.mode !== 'heating-and-cooling') return [];
  const cooled = job.circuits.filter(({ cooling }) => cooling !== null);
  const guardedBy = (guard: string) => cooled.filter(({ cooling }) => cooling?.guard === guard);
  const roomsOf = guardedBy('room').reduce((sum, { id }) => sum + job.rooms.filter(({ circuit }) => circuit === id).length, 0);
  const { summer } = job.controls;
  const side = coldSideOf(job);
  return [
    {
      label: 'Motors of changeover valves',
      count: changeoversOf(job).length * 2,
      note: 'Flow and return turn together, by one contact; an end switch on each before the source is turned round',
    },
    { label: 'Dew-point guards', count: guardedBy('dew-point').length, note: 'On the coldest bare pipe of the manifold' },
    { label: 'Humidity sensors in rooms', count: roomsOf, note: 'In each room, out of draught, away from cooking and showers' },
    {
      label: 'Outdoor sensor of temperature and humidity',
      count: guardedBy('weather').length > 0 ? 1 : 0,
      note: 'North wall, in the shade, with air round it',
    },
    {
      label: 'Switch between heating and cooling',
      count: cooled.length > 0 && summer.master === 'hand' ? 1 : 0,
      note: 'Where people find it; what it stands on is written beside it',
    },
    {
      label: 'Locking relay of the modes',
      count: cooled.length > 0 && summer.lock ? 1 : 0,
      note: 'Takes the call of the other mode away',
    },
    {
      label: 'Float switches of condensate pumps',
      count: cooled.filter(({ cooling }) => cooling?.drain === 'pump').length,
      note: 'In series with the fan and the valve of the unit',
    },
    {
      label: 'Stat of the cold tank',
      count: side?.tank ? 1 : 0,
      note: 'In the middle of the tank; its band is what the machine runs by',
    },
  ];
}
