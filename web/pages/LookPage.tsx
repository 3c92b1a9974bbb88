import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { contrast, DARK, groundOf, LIGHT, ROLES } from '../look/colour.ts';
import { OPENS } from '../look/motion.ts';
import { DecisionLine } from '../look/parts/DecisionLine.tsx';
import { Segments } from '../look/parts/Segments.tsx';
import { CONTROL, RADIUS, ROW, SPACES, WIDTH } from '../look/space.ts';
import { TYPE, TYPE_USES, type TypeSize } from '../look/type.ts';
import { PageSection } from '../parts/Layout.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { usePageTitle } from '../parts/page-title.ts';
import { SEVERITY_WORDS, SeverityMark } from '../parts/Severity.tsx';
import { Brand, Strip } from '../parts/Strip.tsx';

const SCHEMES = { light: LIGHT, dark: DARK };

/** The design system on a page of its own: what the other pages are made of, drawn from the same values. */
export default function LookPage() {
  usePageTitle('Look');
  const [picked, setPicked] = useState<'one' | 'other'>('one');
  return (
    <>
      <Strip>
        <Brand />
      </Strip>
      <Box component="main" sx={{ maxWidth: WIDTH.forms, mx: 'auto', px: { xs: 2, md: 3 }, py: 3 }}>
        <Typography variant="h1" sx={{ mb: 2 }}>
          Look
        </Typography>
        <PageSection title="Type" lead="Archivo, tabular figures; seven sizes and no other.">
          {(Object.keys(TYPE) as TypeSize[]).map((size) => (
            <Box key={size} sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap', py: 0.5 }}>
              <Box sx={{ fontSize: size, fontWeight: 650, minWidth: 220 }}>691 L/h at 3.73 m</Box>
              <Typography variant="body2" color="text.secondary">
                {Math.round(Number.parseFloat(TYPE[size]) * 16)} px: {TYPE_USES[size].toLowerCase()}
              </Typography>
            </Box>
          ))}
        </PageSection>
        <PageSection title="Space">
          <Typography variant="body2">
            Distances {SPACES.join(', ')} px; what is pressed is {CONTROL.desk} px high at a desk and {CONTROL.touch} under a
            thumb, rows {ROW.desk} and {ROW.touch}; corners {RADIUS}; words run to {WIDTH.words}, forms to {WIDTH.forms}, work as
            far as there is room. What opens takes {OPENS} ms; figures change at once.
          </Typography>
        </PageSection>
        <PageSection
          title="Colour"
          lead="Each role with the contrast it has on each ground, light and dark, computed as WCAG 2.2 has it."
        >
          <PlainTable name="Colours">
            <thead>
              <tr>
                <th scope="col">Role</th>
                <th scope="col">On</th>
                <th scope="col" className="number">
                  At least
                </th>
                <th scope="col">Light</th>
                <th scope="col">Dark</th>
              </tr>
            </thead>
            <tbody>
              {ROLES.flatMap((role) =>
                role.on.map((on) => (
                  <tr key={`${role.name} ${on}`}>
                    <th scope="row">{role.name}</th>
                    <td>{on}</td>
                    <td className="number">{role.least}</td>
                    {(['light', 'dark'] as const).map((name) => {
                      const scheme = SCHEMES[name];
                      const [colour, ground] = [role.colour(scheme), groundOf(scheme, on)];
                      return (
                        <td key={name}>
                          <Box
                            component="span"
                            sx={{ px: 1.5, py: 0.4, borderRadius: 1, bgcolor: ground, color: colour, fontWeight: 700 }}
                          >
                            {contrast(colour, ground).toFixed(1)}
                          </Box>
                        </td>
                      );
                    })}
                  </tr>
                )),
              )}
            </tbody>
          </PlainTable>
        </PageSection>
        <PageSection title="Parts">
          <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', mb: 2, alignItems: 'center' }}>
            <Button variant="contained">Main action</Button>
            <Button variant="outlined">Another</Button>
            <Button>Plain</Button>
            <Box sx={{ width: 180 }}>
              <TextField label="Field (kW)" defaultValue="12.5" />
            </Box>
            <Segments
              label="One of a few"
              value={picked}
              options={[
                { value: 'one', label: 'One' },
                { value: 'other', label: 'The other' },
              ]}
              onChange={setPicked}
            />
          </Box>
          <Box sx={{ display: 'flex', gap: 3, mb: 2 }}>
            {(['stop', 'mend', 'note'] as const).map((severity) => (
              <Box key={severity} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
                <SeverityMark severity={severity} /> {SEVERITY_WORDS[severity]}
              </Box>
            ))}
          </Box>
          <DecisionLine id="look/line" name="Decision" answer="What is decided" result="what comes of it" fixed={1}>
            <TextField label="Its fields" defaultValue="left, the result right" />
          </DecisionLine>
        </PageSection>
      </Box>
    </>
  );
}
