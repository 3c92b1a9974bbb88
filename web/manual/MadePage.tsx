import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { useLocation } from 'react-router';
import { bandMarks } from '../../core/drawing/scene/pipes.ts';
import type { SymbolKind } from '../../core/drawing/sheet.ts';
import { SYMBOL_MEANINGS, symbolMarks } from '../../core/drawing/signs/symbols.ts';
import { FINDING_GROUPS } from '../../core/finding/catalogue.ts';
import { COMPONENT_DATA } from '../../core/pipe/components.ts';
import { say } from '../../core/quantity/format.ts';
import { inUnits } from '../../core/quantity/in-units.ts';
import { RULEBOOKS_BY_ID } from '../../core/rules/rulebooks.ts';
import { RULES, type RuleId } from '../../core/rules/rules.ts';
import { FIELDS, type Field } from '../../model/fields.ts';
import type { Display } from '../../model/job.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useColours } from '../state/colours.ts';
import { Marks } from '../wall/paint.tsx';
import { SIGN_TEXTS } from './signs.ts';

/** Parts of the manual made of what the program runs on, so that none can be out of date. */
export const MADE = [
  { id: 'limits', title: 'Every limit' },
  { id: 'schools', title: 'What each school uses' },
  { id: 'findings', title: 'What the review looks for' },
  { id: 'signs', title: 'Signs on the wall' },
  { id: 'parts', title: 'Parts in the pipe' },
  { id: 'fields', title: 'Every field' },
] as const;
type MadeId = (typeof MADE)[number]['id'];

/** A made page, in the units of the reader. */
export function Made({ id, display }: { id: MadeId; display: Display }) {
  switch (id) {
    case 'limits':
      return <Limits display={display} />;
    case 'schools':
      return <Schools display={display} />;
    case 'findings':
      return <Findings display={display} />;
    case 'signs':
      return <Signs />;
    case 'parts':
      return <Parts display={display} />;
    case 'fields':
      return <Fields display={display} />;
  }
}

/** A table with a field that narrows it by its words. */
function Searched({
  label,
  rows,
  head,
}: {
  label: string;
  rows: { key: string; text: string; cells: ReactNode[] }[];
  head: string[];
}) {
  const { hash } = useLocation();
  const asked = decodeURIComponent(hash.slice(1));
  const [find, setFind] = useState('');
  const words = find.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const shown = rows.filter(({ text }) => words.every((word) => text.toLowerCase().includes(word)));
  return (
    <>
      <TextField
        label={`Find in ${label.toLowerCase()}`}
        value={find}
        onChange={(event) => setFind(event.target.value)}
        sx={{ maxWidth: 320, mb: 2 }}
      />
      <Typography role="status" variant="body2" sx={{ mb: 1 }}>
        {shown.length === rows.length ? `${rows.length} in all.` : `${shown.length} of ${rows.length}.`}
      </Typography>
      <PlainTable name={label}>
        <thead>
          <tr>
            {head.map((each) => (
              <th scope="col" key={each}>
                {each}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map(({ key, cells: [first, ...rest] }) => (
            <Box
              component="tr"
              key={key}
              id={key}
              aria-current={key === asked || undefined}
              sx={{ '&[aria-current]': { bgcolor: 'action.selected' } }}
            >
              <th scope="row">{first}</th>
              {rest.map((cell, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the columns of a row stay in their order
                <td key={i}>{cell}</td>
              ))}
            </Box>
          ))}
        </tbody>
      </PlainTable>
    </>
  );
}

const BOOKS = Object.values(RULEBOOKS_BY_ID);
const capital = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

/** Every limit of each school side by side, with its reason and where it comes from. */
function Limits({ display }: { display: Display }) {
  return (
    <Searched
      label="Limits"
      head={['Limit', ...BOOKS.map(({ label }) => capital(label)), 'Why', 'Source']}
      rows={(Object.keys(RULES) as RuleId[]).map((id) => {
        const rule = RULES[id];
        return {
          key: id,
          text: `${rule.label} ${rule.reason}`,
          cells: [
            capital(rule.label),
            ...BOOKS.map(({ rules }) => say(rules[id].limit, rule.kind, display)),
            inUnits(rule.reason, display),
            rule.source,
          ],
        };
      })}
    />
  );
}

/** The schools of piping in words, and what each asks of a plant as a whole. */
function Schools({ display }: { display: Display }) {
  return (
    <PlainTable name="Schools">
      <thead>
        <tr>
          {['School', 'What it is', 'Between source and circuits', 'Mixing', 'Zones that close', 'Bores by'].map((each) => (
            <th scope="col" key={each}>
              {each}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {BOOKS.map(({ id, label, about, boreBy, school }) => (
          <tr key={id} id={id}>
            <th scope="row">{capital(label)}</th>
            <td>{inUnits(about, display)}</td>
            <td>
              {school.separation === null
                ? 'as you like'
                : school.separation === 'none'
                  ? 'nothing'
                  : school.separation === 'some'
                    ? 'a header, buffer or plates'
                    : 'closely spaced tees'}
            </td>
            <td>{school.mixing ? 'allowed' : 'none'}</td>
            <td>{school.closing ? 'allowed' : 'none'}</td>
            <td>{boreBy}</td>
          </tr>
        ))}
      </tbody>
    </PlainTable>
  );
}

function Findings({ display }: { display: Display }) {
  return (
    <Searched
      label="Findings"
      head={['Finding', 'Of', 'Why it matters', 'Source']}
      rows={FINDING_GROUPS.flatMap(({ label, kinds }) =>
        Object.entries(kinds).map(([key, { title, why, source }]) => ({
          key,
          text: `${title} ${why} ${label}`,
          cells: [title, label, inUnits(why, display), source],
        })),
      )}
    />
  );
}

function Parts({ display }: { display: Display }) {
  return (
    <Searched
      label="Parts"
      head={['Part', 'Loss coefficient ζ', 'Opening pressure', 'Stands on', 'Note']}
      rows={Object.values(COMPONENT_DATA).map(({ id, label, zeta, opening, side, note }) => ({
        key: id,
        text: `${label} ${note}`,
        cells: [
          label,
          String(zeta),
          opening === undefined ? '–' : say(opening, 'pressure', display),
          side ?? 'either pipe',
          inUnits(note, display),
        ],
      }))}
    />
  );
}

function Fields({ display }: { display: Display }) {
  return (
    <Searched
      label="Fields"
      head={['Field', 'Bounds', 'What to type']}
      rows={Object.entries<Field>(FIELDS).map(([key, field]) => ({
        key,
        text: `${field.label} ${field.remedy} ${key}`,
        cells: [
          capital(field.label),
          `${field.aboveMin ? 'above ' : ''}${say(field.min, field.kind, display)} to ${say(field.max, field.kind, display)}`,
          inUnits(field.remedy, display),
        ],
      }))}
    />
  );
}

/** Largest side of a sign on the page, px. */
const SIGN = 46;

/** Every sign of the wall as it is drawn there, and what the thing does. */
function Signs() {
  const { wall } = useColours();
  return (
    <>
      <Bands />
      <Searched
        label="Signs"
        head={['Sign', 'What it is', 'What it does']}
        rows={(Object.keys(SYMBOL_MEANINGS) as SymbolKind[]).map((kind) => {
          const { width, height, does } = SIGN_TEXTS[kind];
          const scale = SIGN / Math.max(width, height);
          return {
            key: kind,
            text: `${SYMBOL_MEANINGS[kind]} ${does}`,
            cells: [
              <svg
                key={kind}
                width={SIGN + 8}
                height={SIGN + 8}
                viewBox={`${-(SIGN + 8) / 2} ${-(SIGN + 8) / 2} ${SIGN + 8} ${SIGN + 8}`}
                aria-hidden="true"
              >
                <g transform={`scale(${scale})`}>
                  <Marks
                    colours={wall}
                    marks={symbolMarks({
                      component: kind,
                      kind,
                      at: [0, 0],
                      width,
                      height,
                      label: '',
                      ...(kind === 'source' ? { source: 'boiler' } : {}),
                    })}
                  />
                </g>
              </svg>,
              SYMBOL_MEANINGS[kind],
              does,
            ],
          };
        })}
      />
    </>
  );
}

/** Water in the pipes, each kind with the marks that tell it without colour. */
function Bands() {
  const { wall } = useColours();
  const kinds = [
    { says: 'Hot water on its way out: one solid band.', role: 'flow', cold: false },
    { says: 'Hot water coming home: a pale line in its middle.', role: 'return', cold: false },
    { says: 'Cold water on its way out, in summer: a row of dots in its middle.', role: 'flow', cold: true },
    { says: 'Cold water coming home: long dashes in its middle.', role: 'return', cold: true },
  ] as const;
  return (
    <PlainTable name="Water in the pipes">
      <thead>
        <tr>
          <th scope="col">Pipe</th>
          <th scope="col">What is in it</th>
        </tr>
      </thead>
      <tbody>
        {kinds.map(({ says, role, cold }) => (
          <tr key={says}>
            <td>
              <svg width={92} height={20} viewBox="0 0 92 20" aria-hidden="true">
                <Marks colours={wall} marks={bandMarks(role, 'M2 10H90', 7, cold)} />
              </svg>
            </td>
            <td>{says}</td>
          </tr>
        ))}
      </tbody>
    </PlainTable>
  );
}
