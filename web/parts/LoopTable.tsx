import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { type Manifold, portLabels } from '../../core/circuit/manifolds.ts';
import type { LoopSetting } from '../../core/design/balancing.ts';
import type { LoopState } from '../../core/design/plant-state.ts';
import type { Figure } from '../../core/figure/figure.ts';
import type { QuantityKind } from '../../model/quantities.ts';
import { useDisplay } from '../state/display.ts';
import { QuantityField } from './Field.tsx';
import { FigureButton } from './FigureButton.tsx';

/** The loops of a circuit: what each should carry, what it carries, and where its valve or meter is set. */
export function LoopTable({
  loops,
  solved,
  manifolds,
  settable,
  setAt,
}: {
  loops: readonly LoopSetting[];
  solved: readonly LoopState[];
  manifolds: readonly Manifold[];
  /** Whether valves or meters stand before them. */
  settable: boolean;
  /** Water they are set for where nothing shuts; null where flow goes as heat does. */
  setAt: Figure | null;
}) {
  const { say } = useDisplay();
  const ports = portLabels(manifolds);
  const follows = solved.some((each) => each.air !== null);
  return (
    <Box sx={{ px: 2.5, pb: 2, overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Loops and their settings">
      {setAt && (
        <Typography variant="body2" sx={{ mb: 1, maxWidth: 720 }}>
          Nothing shuts here, so each loop is set for what its room needs from water of <FigureButton figure={setAt} />: less flow
          where the emitter is generous, more where it is tight.
        </Typography>
      )}
      <Table size="small">
        <TableHead>
          <TableRow>
            {ports.size > 0 && <TableCell>Port</TableCell>}
            <TableCell>Loop or branch</TableCell>
            {follows && <TableCell align="right">Room</TableCell>}
            <TableCell>Pipe there and back</TableCell>
            <TableCell align="right">Heat</TableCell>
            <TableCell align="right">Set the meter to</TableCell>
            <TableCell align="right">Flow solved</TableCell>
            <TableCell align="right">Pressure drop, open</TableCell>
            <TableCell align="right">Opening of its valve</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {loops.map((loop, i) => {
            const twins = loops.filter((other) => other.roomId === loop.roomId).length;
            const first = loops[i - 1]?.roomId !== loop.roomId;
            // A floor's pipe follows from its area; only a branch is entered by hand.
            const floor = loop.emitterId !== null && loop.lengthKnown && loop.fittings === 0;
            const { flow, air = null } = solved.find((each) => each.place === loop.place) ?? {};
            return (
              <TableRow key={loop.place}>
                {ports.size > 0 && <TableCell>{ports.get(i) ?? '–'}</TableCell>}
                <TableCell>
                  {loop.roomName}
                  {twins > 1 ? `, ${i - loops.findIndex((other) => other.roomId === loop.roomId) + 1} of ${twins}` : ''}
                </TableCell>
                {follows && <TableCell align="right">{air === null ? '–' : say(air, 'temperature')}</TableCell>}
                <TableCell sx={{ minWidth: 150, py: first ? 1 : undefined }}>
                  {first && !floor ? (
                    <QuantityField
                      place={`rooms/${loop.roomId}/branchLength`}
                      label="Length"
                      empty={null}
                      automatic={say(loop.length, 'length')}
                    />
                  ) : (
                    say(loop.length, 'length')
                  )}
                </TableCell>
                <TableCell align="right">{say(loop.load, 'heatLoad')}</TableCell>
                <TableCell align="right">{say(loop.volumeFlow, 'meterFlow')}</TableCell>
                <TableCell align="right">{flow === undefined ? '–' : say(flow, 'meterFlow')}</TableCell>
                <TableCell align="right">{say(loop.ownLoss, 'pressure')}</TableCell>
                <TableCell align="right">{settingOf(loop, follows, settable, say)}</TableCell>
              </TableRow>
            );
          })}
        </TableBody>
      </Table>
    </Box>
  );
}

function settingOf(
  loop: LoopSetting,
  follows: boolean,
  settable: boolean,
  say: (value: number, kind: QuantityKind) => string,
): string {
  if (loop.behind !== null) return 'in series';
  if (loop.holds !== null) return `holds ${say(loop.holds, 'meterFlow')}`;
  if (follows) return 'by the room';
  if (!settable) return 'no valve';
  return loop.index ? 'open (index)' : loop.throttled < 1 ? 'open' : say(loop.setting, 'flowCoefficient');
}
