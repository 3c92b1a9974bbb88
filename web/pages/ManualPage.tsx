import Box from '@mui/material/Box';
import Link from '@mui/material/Link';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type ReactNode, useEffect, useState } from 'react';
import { Link as RouterLink, useLocation, useNavigate, useParams } from 'react-router';
import { FINDING_GROUPS } from '../../core/finding/catalogue.ts';
import { COMPONENT_DATA } from '../../core/pipe/components.ts';
import { say } from '../../core/quantity/format.ts';
import { inUnits } from '../../core/quantity/in-units.ts';
import { RULEBOOKS_BY_ID } from '../../core/rules/rulebooks.ts';
import { RULES, type RuleId } from '../../core/rules/rules.ts';
import { FIELDS, type Field } from '../../model/fields.ts';
import type { Display } from '../../model/job.ts';
import { Segments } from '../look/parts/Segments.tsx';
import { MANUAL_PAGES } from '../manual/pages.ts';
import { PlainTable } from '../parts/PlainTable.tsx';
import { usePageTitle } from '../parts/page-title.ts';
import { Brand, Strip } from '../parts/Strip.tsx';
import { keepSystem, keptSystem } from '../start/kept-answers.ts';

/** Parts of the manual made of what the program runs on, so that none can be out of date. */
const MADE = [
  { id: 'limits', title: 'Every limit' },
  { id: 'schools', title: 'What each school wants' },
  { id: 'findings', title: 'What the review looks for' },
  { id: 'parts', title: 'Parts in the pipe' },
  { id: 'fields', title: 'Every field' },
] as const;
type MadeId = (typeof MADE)[number]['id'];

/** The manual: short pages in the order of the work, and what the program itself says of its rules, parts and fields. */
export default function ManualPage() {
  const { page = 'start' } = useParams();
  const navigate = useNavigate();
  const [system, setSystem] = useState(keptSystem);
  const display: Display = { system, units: {} };
  const written = MANUAL_PAGES.find(({ id }) => id === page);
  const made = MADE.find(({ id }) => id === page);
  usePageTitle(`Manual: ${written?.title ?? made?.title ?? 'Start a job'}`);
  const { hash } = useLocation();
  // A link to one line of a page leads there; any other to the top.
  useEffect(() => {
    const line = page && hash ? document.getElementById(decodeURIComponent(hash.slice(1))) : null;
    if (line) line.scrollIntoView({ block: 'center' });
    else scrollTo(0, 0);
  }, [page, hash]);
  const entry = (id: string, title: string) => (
    <Box component="li" key={id}>
      <Link
        component={RouterLink}
        to={`/manual/${id}`}
        aria-current={page === id ? 'page' : undefined}
        underline="hover"
        sx={{
          display: 'block',
          px: 1.5,
          py: 0.8,
          minHeight: { xs: 44, md: 32 },
          color: 'text.primary',
          fontWeight: page === id ? 750 : 500,
          borderLeft: 3,
          borderColor: page === id ? 'wall.copperLine' : 'transparent',
        }}
      >
        {title}
      </Link>
    </Box>
  );
  return (
    <>
      <Strip>
        <Brand />
      </Strip>
      <Box
        sx={{
          maxWidth: 1240,
          mx: 'auto',
          px: { xs: 2, md: 3 },
          py: 3,
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { md: '230px minmax(0, 1fr)' },
          alignItems: 'start',
        }}
      >
        <Box component="nav" aria-label="Manual" sx={{ position: { md: 'sticky' }, top: 72 }}>
          <Box sx={{ px: 1.5, mb: 1.5 }}>
            <Segments
              label="Units"
              value={system}
              options={[
                { value: 'metric', label: 'Metric' },
                { value: 'us', label: 'US' },
              ]}
              onChange={(next) => {
                keepSystem(next);
                setSystem(next);
              }}
            />
          </Box>
          {/* On a narrow screen the list is one control, and the page begins at once. */}
          <Box
            component="select"
            aria-label="Page of the manual"
            value={page}
            onChange={(event) => navigate(`/manual/${event.target.value}`)}
            sx={{
              display: { xs: 'block', md: 'none' },
              width: '100%',
              minHeight: 48,
              px: 1,
              font: 'inherit',
              color: 'inherit',
              bgcolor: 'background.paper',
              border: 1,
              borderColor: 'wall.edge',
              borderRadius: 1,
            }}
          >
            {[...MANUAL_PAGES, ...MADE].map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </Box>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: { xs: 'none', md: 'block' } }}>
            {MANUAL_PAGES.map(({ id, title }) => entry(id, title))}
            <Box component="li" sx={{ borderTop: 1, borderColor: 'divider', my: 1 }} />
            {MADE.map(({ id, title }) => entry(id, title))}
          </Box>
        </Box>
        <Box component="main">
          <Typography variant="h1" sx={{ mb: 2 }}>
            {written?.title ?? made?.title ?? 'No such page'}
          </Typography>
          {written?.paragraphs.map((text) => (
            <Typography key={text} sx={{ mb: 1.5, maxWidth: 720 }}>
              {inUnits(text, display)}
            </Typography>
          ))}
          {written?.picture && (
            <Box component="figure" sx={{ m: 0, mt: 2 }}>
              <Box
                component="img"
                src={written.picture.file}
                alt={written.picture.says}
                loading="lazy"
                sx={{ maxWidth: '100%', border: 1, borderColor: 'divider', borderRadius: 1 }}
              />
              <Typography component="figcaption" variant="body2" color="text.secondary">
                {written.picture.says}
              </Typography>
            </Box>
          )}
          {made && <Made id={made.id} display={display} />}
          {!written && !made && (
            <Typography>
              The manual has no page of that name. <RouterLink to="/manual/start">To its first page</RouterLink>
            </Typography>
          )}
        </Box>
      </Box>
    </>
  );
}

function Made({ id, display }: { id: MadeId; display: Display }) {
  switch (id) {
    case 'limits':
      return <Limits display={display} />;
    case 'schools':
      return <Schools display={display} />;
    case 'findings':
      return <Findings display={display} />;
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
            <Box component="tr" key={key} id={key} sx={{ '&:target': { bgcolor: 'action.selected' } }}>
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
