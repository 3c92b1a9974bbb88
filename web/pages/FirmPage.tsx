import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { ROLE_IDS, ROLES, type Role } from '../../model/rights.ts';
import { FirmFrame } from '../firm/FirmFrame.tsx';
import * as api from '../firm/firm-api.ts';
import { day, Line, moment } from '../firm/Line.tsx';
import { OnceOnly } from '../firm/OnceOnly.tsx';
import { useProof } from '../firm/Proof.tsx';
import { download } from '../parts/download.ts';
import { PageSection, Sheet } from '../parts/Layout.tsx';
import { ApiProblem } from '../state/http.ts';
import { useAskAgain, useMay, useWho } from '../state/who.ts';

/** Who is in the firm and may do what; for owners also what was done. */
export default function FirmPage() {
  return (
    <FirmFrame>
      <Firm />
    </FirmFrame>
  );
}

function Firm() {
  const who = useWho();
  const changes = useMay('change people');
  const reads = useMay('read record');
  if (who.state === 'one')
    return (
      <Sheet title="The firm" lead="One person runs the program here. Several can: start it with npm run firm.">
        <span />
      </Sheet>
    );
  return (
    <Sheet
      title={who.state === 'in' ? who.firmName : 'The firm'}
      lead={changes ? 'Who is in it, and what they may do.' : 'Who is in it. Owners change it.'}
      actions={changes && <Rename />}
    >
      <People changes={changes} />
      {reads && <Record />}
    </Sheet>
  );
}

/** The firm's name, as members and those invited see it. */
function Rename() {
  const who = useWho();
  const askAgain = useAskAgain();
  const withProof = useProof();
  const { enqueueSnackbar } = useSnackbar();
  const [name, setName] = useState<string | null>(null);
  const rename = useMutation({
    mutationFn: (wanted: string) => withProof(() => api.renameFirm(wanted)),
    onSuccess: async () => {
      await askAgain();
      setName(null);
    },
    onError: (error: Error) => enqueueSnackbar(error.message, { variant: 'error' }),
  });
  if (name === null) return <Button onClick={() => setName(who.state === 'in' ? who.firmName : '')}>Rename the firm</Button>;
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim()) rename.mutate(name.trim());
      }}
    >
      <TextField
        autoFocus
        label="Name of the firm"
        value={name}
        onChange={(event) => setName(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 80 } }}
      />
      <Button type="submit" variant="outlined" disabled={name.trim() === ''}>
        Keep
      </Button>
    </Box>
  );
}

function People({ changes }: { changes: boolean }) {
  const who = useWho();
  const queries = useQueryClient();
  const withProof = useProof();
  const { enqueueSnackbar } = useSnackbar();
  const list = useQuery({ queryKey: ['people'], queryFn: api.people });
  const [link, setLink] = useState<{ address: string; endsAt: string; title: string } | null>(null);
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('designer');
  const act = useMutation({
    mutationFn: ({ work }: { work: () => Promise<unknown>; says?: string }) => withProof(work),
    onSuccess: (_, { says }) => {
      void queries.invalidateQueries({ queryKey: ['people'] });
      void queries.invalidateQueries({ queryKey: ['record'] });
      if (says) enqueueSnackbar(says);
    },
    onError: (error: Error) =>
      enqueueSnackbar(error.message, {
        variant: 'error',
        action:
          error instanceof ApiProblem && error.body.second ? (
            <Button href="/me" color="inherit">
              To your page
            </Button>
          ) : undefined,
      }),
  });
  const shows = (title: string, work: () => Promise<{ address: string; endsAt: string }>) => () =>
    act.mutate({ work: async () => setLink({ ...(await work()), title }) });
  const present = list.data?.filter(({ endedAt }) => endedAt === null) ?? [];
  const gone = list.data?.filter(({ endedAt }) => endedAt !== null) ?? [];
  const me = who.state === 'in' ? who.member.person : '';
  return (
    <>
      {changes && (
        <PageSection
          title="Invite somebody"
          lead="You get a link, good once, for a week. Send it as you like; whoever opens it chooses a login and a password."
        >
          <Box
            component="form"
            sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}
            onSubmit={(event) => {
              event.preventDefault();
              shows(`For ${name.trim()}`, () => api.invite(name.trim(), role))();
              setName('');
            }}
          >
            <TextField
              label="Name"
              value={name}
              onChange={(event) => setName(event.target.value)}
              slotProps={{ htmlInput: { maxLength: 80, autoComplete: 'off' } }}
              sx={{ maxWidth: 280 }}
            />
            <RoleField role={role} label="Role" onChange={setRole} />
            <Button type="submit" variant="contained" disabled={name.trim() === ''} sx={{ minHeight: 40 }}>
              Make the link
            </Button>
          </Box>
          {link && <OnceOnly {...link} onClose={() => setLink(null)} />}
        </PageSection>
      )}
      <PageSection title="Members">
        {list.isError && <Typography role="alert">{list.error.message}</Typography>}
        {present.map((person) => (
          <Line
            key={person.id}
            title={person.id === me ? `${person.name} (you)` : person.name}
            more={`${person.login}, since ${day(person.since)}`}
          >
            {changes ? (
              <>
                <RoleField
                  role={person.role}
                  label={`Role of ${person.name}`}
                  onChange={(wanted) =>
                    act.mutate({
                      work: () => api.setRole(person.id, wanted),
                      says: `${person.name} is ${ROLES[wanted].title.toLowerCase()} now.`,
                    })
                  }
                />
                <Button
                  onClick={shows(`A new password for ${person.name}`, () => api.recovery(person.id))}
                  aria-label={`New password for ${person.name}`}
                >
                  New password
                </Button>
                <Button
                  color="error"
                  aria-label={`End the membership of ${person.name}`}
                  onClick={() =>
                    act.mutate({ work: () => api.endMembership(person.id), says: `${person.name} is out, on every device.` })
                  }
                >
                  End
                </Button>
              </>
            ) : (
              <Typography>{ROLES[person.role].title}</Typography>
            )}
          </Line>
        ))}
      </PageSection>
      {changes && gone.length > 0 && (
        <PageSection
          title="Former members"
          lead="What they did stays. Erased, their name and login go for good, and nobody can bring them back."
        >
          {gone.map((person) => (
            <Line key={person.id} title={person.name} more={`until ${day(person.endedAt ?? '')}`}>
              <Button
                aria-label={`Save what is kept of ${person.name}`}
                onClick={() =>
                  act.mutate({ work: async () => download('person.json', 'application/json', await api.exportPerson(person.id)) })
                }
              >
                Save their data
              </Button>
              <Button
                color="error"
                aria-label={`Erase ${person.name}`}
                onClick={() => act.mutate({ work: () => api.erase(person.id), says: 'Erased.' })}
              >
                Erase
              </Button>
            </Line>
          ))}
        </PageSection>
      )}
    </>
  );
}

function RoleField({ role, label, onChange }: { role: Role; label: string; onChange: (role: Role) => void }) {
  return (
    <TextField select label={label} value={role} onChange={(event) => onChange(event.target.value as Role)} sx={{ width: 230 }}>
      {ROLE_IDS.map((id) => (
        <MenuItem key={id} value={id} title={ROLES[id].gist}>
          {ROLES[id].title}
        </MenuItem>
      ))}
    </TextField>
  );
}

function Record() {
  const lines = useInfiniteQuery({
    queryKey: ['record'],
    queryFn: ({ pageParam }) => api.record(pageParam),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (last) => (last.length === 100 ? last.at(-1)?.id : undefined),
  });
  return (
    <PageSection title="Record" lead="Sign-ins, rights, exports, deletions, links. Nobody can change what is written here.">
      {lines.isError && <Typography role="alert">{lines.error.message}</Typography>}
      <Box
        component="ol"
        sx={{ listStyle: 'none', m: 0, p: 0, maxHeight: 420, overflowY: 'auto' }}
        tabIndex={0}
        aria-label="Lines of the record"
      >
        {lines.data?.pages.flat().map((line) => (
          <Box
            component="li"
            key={line.id}
            sx={{ display: 'flex', columnGap: 2, flexWrap: 'wrap', py: 0.5, borderBottom: 1, borderColor: 'divider' }}
          >
            <Typography variant="body2" sx={{ minWidth: 160 }}>
              {moment(line.at)}
            </Typography>
            <Typography variant="body2" sx={{ minWidth: 140, fontWeight: 650 }}>
              {line.person ?? 'nobody known'}
            </Typography>
            <Typography variant="body2" sx={{ flex: 1, minWidth: 200, overflowWrap: 'anywhere' }}>
              {[line.what, line.thing, ...Object.entries(line.more).map(([key, value]) => `${key} ${value}`)]
                .filter(Boolean)
                .join(' · ')}
            </Typography>
          </Box>
        ))}
        {lines.hasNextPage && (
          <Button size="small" onClick={() => void lines.fetchNextPage()}>
            Show earlier ones
          </Button>
        )}
      </Box>
    </PageSection>
  );
}
