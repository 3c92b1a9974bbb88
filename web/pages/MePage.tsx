import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { ROLES } from '../../model/rights.ts';
import { AddDevice } from '../firm/AddDevice.tsx';
import { FirmFrame } from '../firm/FirmFrame.tsx';
import * as api from '../firm/firm-api.ts';
import { Line, moment } from '../firm/Line.tsx';
import { useProof } from '../firm/Proof.tsx';
import { TimeCodes } from '../firm/TimeCodes.tsx';
import { download } from '../parts/download.ts';
import { PageSection, Sheet } from '../parts/Layout.tsx';
import { useAskAgain, useWho } from '../state/who.ts';

/** One's own page: what is new, the devices, how one signs in, what is kept of one. */
export default function MePage() {
  return (
    <FirmFrame>
      <Me />
    </FirmFrame>
  );
}

function Me() {
  const who = useWho();
  const askAgain = useAskAgain();
  const queries = useQueryClient();
  const withProof = useProof();
  const { enqueueSnackbar } = useSnackbar();
  const { data, error } = useQuery({ queryKey: ['me'], queryFn: api.me });
  const [adding, setAdding] = useState(false);
  const refresh = async () => {
    await queries.invalidateQueries({ queryKey: ['me'] });
    await askAgain();
  };
  const act = useMutation({
    mutationFn: ({ work }: { work: () => Promise<unknown>; says?: string }) => withProof(work),
    onSuccess: (_, { says }) => {
      void refresh();
      if (says) enqueueSnackbar(says);
    },
    onError: (failed: Error) => enqueueSnackbar(failed.message, { variant: 'error' }),
  });
  if (who.state === 'one')
    return (
      <Sheet title="Your page" lead="One person runs the program here, without signing in.">
        <span />
      </Sheet>
    );
  if (who.state !== 'in') return null;
  if (!data)
    return (
      <Sheet title="Your page" lead={error?.message ?? 'One moment …'}>
        <span />
      </Sheet>
    );
  const needsSecond = who.member.role === 'owner' && !who.timeCodes && data.passkeys.length === 0;
  return (
    <Sheet
      title={data.name}
      lead={`${ROLES[who.member.role].title}, signs in as ${data.login}`}
      actions={
        <Button
          variant="outlined"
          onClick={() =>
            // Loaded anew: nothing of what was shown stays in this window.
            void api.signOut().then(() => location.assign('/sign-in'))
          }
        >
          Sign out
        </Button>
      }
    >
      {needsSecond && (
        <Box role="alert" sx={{ mb: 3, p: 2, bgcolor: '#f2c26a', color: '#2a211b', borderRadius: 1 }}>
          <Typography sx={{ fontWeight: 700 }}>Owners sign in with a second factor.</Typography>
          <Typography>
            Add a passkey or set up time codes below. Until then you can design, but not change who may do what.
          </Typography>
        </Box>
      )}
      {data.notices.length > 0 && (
        <PageSection title="New">
          {data.notices.map((notice) => (
            <Line key={notice.id} title={notice.words} more={moment(notice.at)} />
          ))}
          <Button sx={{ mt: 1 }} onClick={() => act.mutate({ work: api.readNotices })}>
            I have read it
          </Button>
        </PageSection>
      )}
      <PageSection
        title="Devices"
        lead="Where you are signed in. A device that is revoked is out at once; work still on it stays there and can be saved as a file."
      >
        {data.devices.map((device) => (
          <Line
            key={device.id}
            title={device.here ? `${device.name} (this one)` : device.name}
            more={`since ${moment(device.firstSeen)}, last seen ${moment(device.lastSeen)}`}
          >
            {!device.here && (
              <Button
                color="error"
                aria-label={`Revoke ${device.name}`}
                onClick={() => act.mutate({ work: () => api.revokeDevice(device.id), says: `${device.name} is out.` })}
              >
                Revoke
              </Button>
            )}
          </Line>
        ))}
        {adding ? (
          <AddDevice
            onClose={() => {
              setAdding(false);
              void refresh();
            }}
          />
        ) : (
          <Button variant="contained" sx={{ mt: 1.5, minHeight: 48 }} onClick={() => setAdding(true)}>
            Add a phone or another device
          </Button>
        )}
      </PageSection>
      <PageSection title="Passkeys" lead="Kept by your device or browser: nothing to type, nothing that could be given away.">
        {data.passkeys.map((key) => (
          <Line key={key.id} title={key.name} more={key.usedAt ? `last used ${moment(key.usedAt)}` : 'not used yet'}>
            <Button
              color="error"
              aria-label={`Remove the passkey ${key.name}`}
              onClick={() => act.mutate({ work: () => api.removePasskey(key.id), says: `${key.name} is removed.` })}
            >
              Remove
            </Button>
          </Line>
        ))}
        {api.canPasskey() ? (
          <Button
            variant="outlined"
            sx={{ mt: 1 }}
            onClick={() =>
              act.mutate({ work: () => api.addPasskey(`Passkey ${data.passkeys.length + 1}`), says: 'The passkey is kept.' })
            }
          >
            Add a passkey
          </Button>
        ) : (
          <Typography>This browser makes no passkeys at this address.</Typography>
        )}
      </PageSection>
      <PageSection title="Time codes" lead="Six digits from a program on your phone, asked for after the password.">
        <TimeCodes are={who.timeCodes} onChanged={refresh} />
      </PageSection>
      <PageSection title="Password">
        <NewPassword
          onSet={(password) =>
            act.mutate({
              work: () => api.setPassword(password),
              says: 'The new password is set. Your other devices have to sign in with it.',
            })
          }
        />
      </PageSection>
      <PageSection
        title="What is kept of you"
        lead="Your name, devices, saves, comments, and what the record says of you, as JSON."
      >
        <Button onClick={() => void api.exportPerson(null).then((text) => download('my-data.json', 'application/json', text))}>
          Save it as a file
        </Button>
      </PageSection>
    </Sheet>
  );
}

function NewPassword({ onSet }: { onSet: (password: string) => void }) {
  const [password, setPassword] = useState('');
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}
      onSubmit={(event) => {
        event.preventDefault();
        onSet(password);
        setPassword('');
      }}
    >
      <TextField
        type="password"
        label="New password, 12 characters or more"
        value={password}
        onChange={(event) => setPassword(event.target.value)}
        slotProps={{ htmlInput: { autoComplete: 'new-password', maxLength: 128 } }}
        sx={{ maxWidth: 360 }}
      />
      <Button type="submit" variant="outlined" disabled={password === ''} sx={{ minHeight: 40 }}>
        Set it
      </Button>
    </Box>
  );
}
