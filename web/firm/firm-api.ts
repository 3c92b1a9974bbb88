import type { GuestPart, Role } from '../../model/rights.ts';
import { forgetAll } from '../offline/kept-jobs.ts';
import { asJson, call } from '../state/http.ts';

const post = async <T>(path: string, body: unknown = {}): Promise<T> => {
  const answer = await call('POST', path, ...asJson(body));
  return (answer.status === 204 ? undefined : await answer.json()) as T;
};
const get = async <T>(path: string): Promise<T> => (await call('GET', path)).json();
const remove = async (path: string): Promise<void> => void (await call('DELETE', path));

export type Next = { next: 'in' | 'code' | 'wait' | 'proved' };

/** What a browser's own functions make of a passkey, as the server takes it. */
const answerOf = (credential: Credential | null): unknown => {
  if (!credential) throw new Error('No passkey was chosen.');
  return (credential as PublicKeyCredential).toJSON();
};
async function chosenPasskey(): Promise<unknown> {
  const options = await post<PublicKeyCredentialRequestOptionsJSON>('/sign-in/passkey/options');
  return answerOf(await navigator.credentials.get({ publicKey: PublicKeyCredential.parseRequestOptionsFromJSON(options) }));
}
/** Whether this browser can do passkeys here. */
export const canPasskey = (): boolean =>
  typeof PublicKeyCredential !== 'undefined' && typeof PublicKeyCredential.parseRequestOptionsFromJSON === 'function';

export const signIn = (login: string, password: string) => post<Next>('/sign-in', { login, password });
export const signInCode = (code: string) => post<Next>('/sign-in/code', { code });
export const signInPasskey = async () => post<Next>('/sign-in/passkey', await chosenPasskey());
export async function signOut(): Promise<void> {
  await post<void>('/sign-out');
  // Whoever comes next at this browser need not find what is on the server anyway.
  await forgetAll();
}
export const prove = (password: string, code?: string) => post<Next>('/prove', code ? { password, code } : { password });
export const provePasskey = async () => post<Next>('/prove/passkey', await chosenPasskey());

export interface OneTimeLink {
  kind: 'owner' | 'invitation' | 'recovery';
  name: string;
  role: Role;
  firmName: string;
}
export const lookAtLink = (secret: string) => post<OneTimeLink>('/welcome/look', { secret });
export const useLink = (wanted: { secret: string; login: string; name: string; password: string }) =>
  post<Next>('/welcome', wanted);

export const join = (secret: string) => post<{ digits: string; waits: string }>('/join', { secret });
export const joinWait = (waits: string) => post<Next>('/join/wait', { waits });

export interface Me {
  login: string;
  name: string;
  address: string | null;
  passkeys: { id: string; name: string; usedAt: string | null }[];
  notices: { id: string; at: string; words: string }[];
  devices: { id: string; name: string; firstSeen: string; lastSeen: string; here: boolean }[];
}
export const me = () => get<Me>('/me');
export const readNotices = () => post<void>('/me/notices/read');
export const revokeDevice = (id: string) => remove(`/me/devices/${id}`);
export const showCode = () => post<{ secret: string; endsAt: string; address: string }>('/me/devices/code');
export const lookAtCode = (secret: string) =>
  post<{ state: 'waiting' | 'shown' | 'joined' | 'ended'; digits: string | null; device: string | null }>('/me/devices/look', {
    secret,
  });
export const allowDevice = (secret: string, digits: string) => post<void>('/me/devices/allow', { secret, digits });
export const setPassword = (password: string) => post<void>('/me/password', { password });
export async function addPasskey(name: string): Promise<void> {
  const options = await post<PublicKeyCredentialCreationOptionsJSON>('/me/passkeys/options');
  const made = await navigator.credentials.create({ publicKey: PublicKeyCredential.parseCreationOptionsFromJSON(options) });
  await post('/me/passkeys', { name, answer: answerOf(made) });
}
export const removePasskey = (id: string) => remove(`/me/passkeys/${id}`);
export const offerTimeCodes = () => post<{ secret: string; uri: string }>('/me/time-codes');
export const confirmTimeCodes = (code: string) => post<void>('/me/time-codes/confirm', { code });
export const removeTimeCodes = () => remove('/me/time-codes');

export interface Colleague {
  id: string;
  name: string;
  login: string;
  role: Role;
  since: string;
  endedAt: string | null;
}
export const people = () => get<Colleague[]>('/people');
export const invite = (name: string, role: Role) => post<{ address: string; endsAt: string }>('/people/invite', { name, role });
export const setRole = (id: string, role: Role) => post<void>(`/people/${id}/role`, { role });
export const endMembership = (id: string) => post<void>(`/people/${id}/end`);
export const recovery = (id: string) => post<{ address: string; endsAt: string }>(`/people/${id}/recovery`);
export const erase = (id: string) => post<void>(`/people/${id}/erase`);
export const exportPerson = async (id: string | null): Promise<string> =>
  (await call('GET', id ? `/people/${id}/export` : '/me/export')).text();

export const renameFirm = async (name: string): Promise<void> => void (await call('PUT', '/firm', ...asJson({ name })));

export interface RecordLine {
  id: string;
  at: string;
  what: string;
  thing: string;
  person: string | null;
  request: string;
  more: Record<string, string | number>;
}
export const record = (before?: string) => get<RecordLine[]>(`/record${before ? `?before=${before}` : ''}`);

export interface GuestLink {
  id: string;
  part: GuestPart;
  name: string;
  madeAt: string;
  endsAt: string;
  revokedAt: string | null;
  seenAt: string | null;
}
export const guestLinks = (job: string) => get<GuestLink[]>(`/jobs/${job}/links`);
export const makeGuestLink = (job: string, wanted: { part: GuestPart; name: string; days: number }) =>
  post<{ address: string; endsAt: string }>(`/jobs/${job}/links`, wanted);
export const revokeGuestLink = (job: string, id: string) => remove(`/jobs/${job}/links/${id}`);
