import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Told } from '../../core/diagnosis/told.ts';

const percent = (chance: number): string => `${Math.round(100 * chance)} %`;
/** Faults shown, and causes of less than this left out. */
const MOST = 5;
const LEAST = 0.005;

/** The likeliest faults with their causes, each with a bar for how sure it is; the number stands beside it. */
export function FaultList({ told }: { told: Told }) {
  const faults = told.faults.slice(0, MOST).filter(({ chance, unlisted }) => chance + unlisted >= LEAST);
  return (
    <Box component="section" aria-label="What may be the matter" sx={{ mb: 3 }}>
      <Typography variant="h2" sx={{ fontSize: 'body', fontWeight: 700, mb: 1 }}>
        What may be the matter
      </Typography>
      {faults.map(({ id, label, chance, unlisted, causes }, i) => (
        <Box key={id} component="details" open={i === 0} sx={{ mb: 1, '& summary': { cursor: 'pointer', minHeight: 48 } }}>
          <Box component="summary">
            <Line label={label} chance={chance} />
          </Box>
          <Box component="ul" sx={{ m: 0, pl: 3, fontSize: 'body' }}>
            {causes.map((cause) => (
              <Box component="li" key={cause.id} sx={{ mb: 0.8 }}>
                <strong>{cause.label}</strong>
                {`, ${percent(cause.chance)}. ${cause.cure}`}
              </Box>
            ))}
            {unlisted >= LEAST && (
              <Box component="li">{`By something that is not on the list, ${percent(unlisted)}. Look at this place for what else does it.`}</Box>
            )}
          </Box>
        </Box>
      ))}
      <Line label="Nothing is wrong with water and heat" chance={told.sound} plain />
      <Line label="Something that is not on the list" chance={told.something} plain />
    </Box>
  );
}

function Line({ label, chance, plain = false }: { label: string; chance: number; plain?: boolean }) {
  return (
    <Box
      component={plain ? 'div' : 'span'}
      sx={{ display: 'inline-block', width: plain ? '100%' : 'calc(100% - 24px)', verticalAlign: 'top', mb: 0.6 }}
    >
      <Box
        component="span"
        sx={{ display: 'flex', justifyContent: 'space-between', gap: 2, fontSize: 'body', fontWeight: plain ? 500 : 650 }}
      >
        <span>{label}</span>
        <Box component="span" sx={{ whiteSpace: 'nowrap', fontVariantNumeric: 'tabular-nums' }}>
          {percent(chance)}
        </Box>
      </Box>
      <Box component="span" aria-hidden sx={{ display: 'block', height: 6, bgcolor: 'divider', borderRadius: 1, mt: 0.3 }}>
        <Box
          component="span"
          sx={{
            display: 'block',
            height: 6,
            borderRadius: 1,
            width: `${Math.max(100 * chance, 0.5)}%`,
            bgcolor: plain ? 'text.secondary' : 'primary.main',
          }}
        />
      </Box>
    </Box>
  );
}
