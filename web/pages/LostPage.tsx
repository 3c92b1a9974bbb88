import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect } from 'react';
import { Link, useRouteError } from 'react-router';

export const Waiting = ({ text }: { text: string }) => (
  <Typography role="status" sx={{ p: 4 }}>
    {text}
  </Typography>
);

function Message({ title, text }: { title: string; text: string }) {
  return (
    <Box component="main" sx={{ maxWidth: 560, mx: 'auto', mt: 12, px: 3 }}>
      <Typography variant="h1" gutterBottom>
        {title}
      </Typography>
      <Typography gutterBottom>{text}</Typography>
      <Button component={Link} to="/" variant="contained" sx={{ mt: 2 }}>
        To the list of jobs
      </Button>
    </Box>
  );
}

export const LostPage = () => <Message title="No such page" text="The address leads nowhere. The jobs are all on the list." />;

/** Shown when a page itself fails; the work is in the browser and on the server. */
export function ErrorPage() {
  const error = useRouteError();
  // Whoever looks into it finds the reason where browsers keep such things.
  useEffect(() => console.error(error), [error]);
  return (
    <Message
      title="This page failed"
      text="What you entered is kept. Load the page again, or open the job from the list; if it fails again, save its job file and report it."
    />
  );
}

export const OpenFailed = ({ detail, missing }: { detail: string; missing: boolean }) => (
  <Message title={missing ? 'This job is not here' : 'The job cannot be opened just now'} text={detail} />
);
