/** What a person is in a firm. */
export const ROLES = {
  owner: { title: 'Owner', gist: 'Everything, and who else may do what' },
  designer: { title: 'Designer', gist: 'Designs: starts, changes and deletes jobs, makes links for guests' },
  site: { title: 'On site', gist: 'Reads the design, writes the site book, comments' },
  reader: { title: 'Reader', gist: 'Reads, changes nothing' },
} as const satisfies Record<string, { title: string; gist: string }>;
export type Role = keyof typeof ROLES;
export const ROLE_IDS = Object.keys(ROLES) as Role[];

/** What a guest with a link to one job is shown of it, and nothing else. */
export const GUEST_PARTS = {
  electrician: { title: 'Electrician', gist: 'Supplies, wiring by terminal, sequence, calls', papers: ['electrician'] },
  builder: { title: 'Builder', gist: 'Floors, loops, what is laid before it is covered', papers: ['floor'] },
  householder: { title: 'Householder', gist: 'What there is, the gauge, topping up, service', papers: ['owner'] },
} as const satisfies Record<string, { title: string; gist: string; papers: readonly string[] }>;
export type GuestPart = keyof typeof GUEST_PARTS;
export const GUEST_PART_IDS = Object.keys(GUEST_PARTS) as GuestPart[];

const EVERYONE = ROLE_IDS;
const DESIGN: readonly Role[] = ['owner', 'designer'];
const WORK: readonly Role[] = ['owner', 'designer', 'site'];
const OWNER: readonly Role[] = ['owner'];

/**
 * Who may do what to which thing: the one table of it. The server mounts no route without an entry of it, the interface shows what it
 * allows, and the policies of the database are written from it.
 */
const RIGHTS = {
  job: { read: EVERYONE, create: DESIGN, save: DESIGN, delete: DESIGN },
  catalogue: { read: EVERYONE, change: DESIGN },
  book: { read: EVERYONE, write: WORK },
  comment: { read: EVERYONE, write: WORK, end: WORK },
  paper: { order: EVERYONE },
  link: { read: DESIGN, make: DESIGN, end: DESIGN },
  people: { read: EVERYONE, change: OWNER },
  record: { read: OWNER },
  firm: { change: OWNER },
} as const satisfies Record<string, Record<string, readonly Role[]>>;

export type Thing = keyof typeof RIGHTS;
export type ActionOn<T extends Thing> = keyof (typeof RIGHTS)[T];
/** An action on a thing, as it is written: "save job". */
export type Right = { [T in Thing]: `${ActionOn<T> & string} ${T}` }[Thing];

/** Who has a right. */
export function holdersOf(right: Right): readonly Role[] {
  const [action, thing] = right.split(' ') as [string, Thing];
  return (RIGHTS[thing] as Record<string, readonly Role[]>)[action] ?? [];
}

/** Whether a role has a right. */
export const may = (role: Role, right: Right): boolean => holdersOf(right).includes(role);

/** Whether a right is the owner's alone: it then takes a second factor. */
export const isOwnersAlone = (right: Right): boolean => holdersOf(right).every((role) => role === 'owner');
