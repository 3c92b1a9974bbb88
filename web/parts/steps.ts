/** The pages of a job, in the order of the work. */
export const STEPS = [
  { path: 'site', label: 'Site' },
  { path: 'rooms', label: 'Rooms' },
  { path: 'emitters', label: 'Emitters' },
  { path: 'circuits', label: 'Circuits' },
  { path: 'pipes', label: 'Pipes' },
  { path: 'plant', label: 'Plant' },
  { path: 'controls', label: 'Controls' },
  { path: 'run', label: 'Run' },
  { path: 'papers', label: 'Papers' },
  { path: 'book', label: 'Site book' },
] as const;
