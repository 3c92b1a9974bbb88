import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Fragment, useState } from 'react';
import { takeoffTables, totalFacts } from '../../core/paper/tables/takeoff-tables.ts';
import { formatMoney, formatNumber } from '../../core/quantity/format.ts';
import { articleKey, ITEM_GROUPS, type Item } from '../../core/takeoff/item.ts';
import { type PricedItem, priced } from '../../core/takeoff/priced.ts';
import { quantityWords } from '../../core/takeoff/quantity-words.ts';
import { fileNameFor } from '../../exchange/job-file.ts';
import { tablesToCsv } from '../../exchange/table-csv.ts';
import type { Job, Presence } from '../../model/job.ts';
import { nextId } from '../../model/new-job.ts';
import { download, downloadCsv } from '../parts/download.ts';
import { QuantityField, WordField } from '../parts/Field.tsx';
import { PageSection } from '../parts/Layout.tsx';
import { PlainTable } from '../parts/PlainTable.tsx';
import { useEditing } from '../state/job-context.tsx';
import { useWork } from '../worker/use-work.ts';
import { SPREADSHEET } from './TablesSection.tsx';

const PRESENCE_WORDS: Record<Presence, string> = { new: 'New', there: 'There already', later: 'Later' };

/** Everything the job takes, line by line: new, there already or later, with numbers and prices of one's own. */
export function PartsSection({ job }: { job: Job }) {
  const { data: items, failed } = useWork<Item[]>('takeoff', [job], (work) => work.takeoff(job), { rest: 150 });
  const [open, setOpen] = useState<string | null>(null);
  if (failed) return <Typography role="alert">{failed}</Typography>;
  if (!items) return <Typography role="status">Counting the parts …</Typography>;
  const lines = priced(items, job);
  const tables = () => takeoffTables(job, items, true);
  const workbook = async () => {
    const { tablesToXlsx } = await import('../../exchange/table-xlsx.ts');
    const bytes = await tablesToXlsx(tables(), job.display, new Date());
    download(fileNameFor({ name: `${job.name} parts` }, 'xlsx'), SPREADSHEET, bytes as Uint8Array<ArrayBuffer>);
  };
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, mb: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Button variant="contained" onClick={() => void workbook()}>
          Save the parts (XLSX)
        </Button>
        <Button variant="outlined" onClick={() => downloadCsv(`${job.name} parts`, tablesToCsv(tables(), job.display))}>
          Save the parts (CSV)
        </Button>
        <Typography variant="body2" color="text.secondary">
          Lines marked “estimated” are counted off the drawing: check them on site before buying.
        </Typography>
      </Box>
      <PlainTable name="Parts" minWidth={980}>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Size</th>
            <th scope="col" className="number">
              Number
            </th>
            <th scope="col">Is</th>
            <th scope="col">Own article</th>
            <th scope="col" className="number">
              {`Sum${job.quote.currency ? ` (${job.quote.currency})` : ''}`}
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line, i) => {
            const key = lineKey(line);
            return (
              <Fragment key={key}>
                {line.group !== lines[i - 1]?.group && (
                  <tr>
                    <th scope="colgroup" colSpan={6} style={{ paddingTop: 18 }}>
                      {ITEM_GROUPS[line.group]}
                    </th>
                  </tr>
                )}
                <Line job={job} line={line} open={open === key} onOpen={(shown) => setOpen(shown ? key : null)} />
              </Fragment>
            );
          })}
        </tbody>
      </PlainTable>
      <Box sx={{ height: 20 }} />
      <PageSection
        title="What it comes to"
        lead="Prices, margin and tax are your own figures; lines without a price are not in the sum."
      >
        <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '140px 200px 200px' }, gap: 2, mb: 2 }}>
          <WordField place="quote/currency" label="Currency" most={8} />
          <QuantityField place="quote/margin" label="Margin" />
          <QuantityField place="quote/tax" label="Tax" />
        </Box>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 3, rowGap: 0.5, m: 0 }}>
          {totalFacts(job, items).map(([label, text]) => (
            <Fragment key={label}>
              <Typography component="dt" color="text.secondary">
                {label}
              </Typography>
              <Typography component="dd" sx={{ m: 0, fontWeight: 700 }}>
                {text}
              </Typography>
            </Fragment>
          ))}
        </Box>
      </PageSection>
    </>
  );
}

const lineKey = ({ group, what, size, presence, estimated, unit }: Item): string =>
  [group, what, size, presence, estimated, unit].join(' ');

function Line({ job, line, open, onOpen }: { job: Job; line: PricedItem; open: boolean; onOpen: (open: boolean) => void }) {
  const { edit } = useEditing();
  const { number, unit } = quantityWords(line, job);
  const name = [line.what, line.size].filter(Boolean).join(', ');
  const { article } = line;
  const say = (presence: Presence) =>
    edit(`${name}: ${PRESENCE_WORDS[presence].toLowerCase()}`, (current) => ({
      ...current,
      presence: { ...current.presence, ...Object.fromEntries(line.places.map((place) => [place, presence])) },
    }));
  const begin = () => {
    if (!article)
      edit(`${name}: own article`, (current) => ({
        ...current,
        articles: [
          ...current.articles,
          { id: nextId('n', current.articles), of: articleKey(line), number: '', supplier: '', price: null },
        ],
      }));
    onOpen(true);
  };
  // What is counted by a rule of thumb, or for the controls as a whole, has no place of its own.
  const placed = !line.estimated && line.group !== 'controls' && line.group !== 'insulation';
  return (
    <>
      <tr>
        <td>
          {line.what}
          {(line.estimated || line.note) && (
            <Typography component="div" variant="body2" color="text.secondary">
              {[line.estimated ? 'estimated' : '', line.note].filter(Boolean).join('; ')}
            </Typography>
          )}
        </td>
        <td>{line.size}</td>
        <td className="number">{`${formatNumber(number, 0)} ${unit}`}</td>
        <td>
          {placed ? (
            <Box
              component="select"
              aria-label={`${name}: is`}
              value={line.presence}
              onChange={(event) => say((event.target as HTMLSelectElement).value as Presence)}
              sx={{
                font: 'inherit',
                color: 'inherit',
                bgcolor: 'background.paper',
                border: 1,
                borderColor: 'divider',
                borderRadius: 1,
                minHeight: 32,
                px: 1,
              }}
            >
              {Object.entries(PRESENCE_WORDS).map(([value, label]) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </Box>
          ) : (
            PRESENCE_WORDS[line.presence]
          )}
        </td>
        <td>
          <Button
            size="small"
            onClick={() => (open ? onOpen(false) : begin())}
            aria-expanded={open}
            aria-label={`${name}: own article`}
          >
            {article && (article.number || article.supplier || article.price !== null)
              ? [article.number, article.supplier, article.price === null ? '' : formatMoney(article.price)]
                  .filter(Boolean)
                  .join(' · ')
              : 'Add'}
          </Button>
        </td>
        <td className="number">{line.sum === null ? '–' : formatMoney(line.sum)}</td>
      </tr>
      {open && article && (
        <tr>
          <td colSpan={6}>
            <Box
              sx={{ display: 'grid', gridTemplateColumns: { sm: '180px 1fr 180px auto' }, gap: 1.5, py: 1, alignItems: 'start' }}
            >
              <WordField place={`articles/${article.id}/number`} label="Article number" most={60} />
              <WordField place={`articles/${article.id}/supplier`} label="Supplier" most={80} />
              <QuantityField
                place={`articles/${article.id}/price`}
                label={{ pc: 'Price of one', m: 'Price of a metre', ft: 'Price of a foot' }[unit]}
                empty={null}
                counted={job.quote.currency || 'price'}
              />
              <Button onClick={() => onOpen(false)}>Done</Button>
            </Box>
          </td>
        </tr>
      )}
    </>
  );
}
