import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type ReactNode, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { fileNameFor, writeJobFile } from '../../exchange/job-file.ts';
import type { LeftOut } from '../../model/mend-job.ts';
import { useSession, useSessionState } from '../state/job-context.tsx';
import { momentWords } from '../state/moment-words.ts';
import { useWho } from '../state/who.ts';
import { download } from './download.ts';

const Bar = ({ text, children }: { text: string; children: ReactNode }) => (
  <Box
    role="alert"
    sx={{
      px: 3,
      py: 1,
      display: 'flex',
      flexWrap: 'wrap',
      alignItems: 'center',
      gap: 1.5,
      bgcolor: '#f2c26a',
      color: '#2a211b',
      '& button': { color: 'inherit', borderColor: 'currentcolor' },
    }}
  >
    <Typography variant="body2" sx={{ flex: 1, minWidth: 260, overflowWrap: 'anywhere' }}>
      {text}
    </Typography>
    {children}
  </Box>
);

/** What stands between a person and a saved job: a refusal with the ways out of it, and what could not be taken over. */
export function KeptBar({ leftOut, keptAt }: { leftOut: readonly LeftOut[]; keptAt: number | null }) {
  const session = useSession();
  const { saving, past, job } = useSessionState();
  const who = useWho();
  const { pathname } = useLocation();
  const [read, setRead] = useState(false);
  const saveFile = (
    <Button
      size="small"
      variant="outlined"
      onClick={() => download(fileNameFor(job, 'warm.json'), 'application/json', writeJobFile(job))}
    >
      Save the job file
    </Button>
  );
  return (
    <>
      {keptAt !== null && !read && (
        <Bar
          text={`The server does not answer. This job is as this device kept it on ${momentWords(keptAt)}. What you change or write is kept here and sent when the server is back.`}
        >
          <Button size="small" variant="outlined" onClick={() => setRead(true)}>
            I have read it
          </Button>
        </Bar>
      )}
      {saving.state === 'refused' && (
        <Bar text={`Not saved: ${saving.detail} Everything is kept in this browser, and you can go on.`}>
          {past.length > 0 && (
            <Button size="small" variant="outlined" onClick={() => session.undo()}>
              Undo the last step
            </Button>
          )}
          {saveFile}
        </Bar>
      )}
      {saving.state === 'tried' && (
        <Bar text="You read this job. What you change here is only tried: nobody else sees it, and it goes when you close the job.">
          <Button size="small" variant="outlined" onClick={() => session.letGo()}>
            Put it back
          </Button>
        </Bar>
      )}
      {who.state === 'out' && (
        <Bar text="You are signed out here. What you typed is kept in this browser and is sent when you have signed in.">
          <Button size="small" variant="outlined" component={Link} to={`/sign-in?to=${encodeURIComponent(pathname)}`}>
            Sign in
          </Button>
          {saveFile}
        </Bar>
      )}
      {leftOut.length > 0 && !read && (
        <Bar
          text={`What this browser had kept could not all be read any more. Put back or left out: ${leftOut
            .slice(0, 4)
            .map(({ place, was }) => `${place}, which was ${was}`)
            .join('; ')}${leftOut.length > 4 ? `; and ${leftOut.length - 4} more` : ''}. All else is as you left it.`}
        >
          <Button size="small" variant="outlined" onClick={() => setRead(true)}>
            I have read it
          </Button>
        </Bar>
      )}
    </>
  );
}
