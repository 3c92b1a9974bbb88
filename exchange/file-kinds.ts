/** Files beside the papers, by what they are; each says whom it serves. */
export const FILE_KINDS = {
  job: {
    title: 'The job',
    ending: 'JSON',
    says: 'Everything that was entered. Opens here again, and in any program that reads its schema.',
  },
  design: {
    title: 'The design',
    ending: 'JSON',
    says: 'Every figure with its sum, settings, parts and findings, for other programs.',
  },
  svg: { title: 'The wall', ending: 'SVG', says: 'The drawing at its true size, for documents and drawing programs.' },
  dxf: {
    title: 'The wall',
    ending: 'DXF',
    says: 'For a CAD program: millimetres, a layer for each service, a block for each sign.',
  },
  inp: {
    title: 'The solved plant',
    ending: 'INP',
    says: 'For the general network engine: pipes, valves and pumps as they run with every zone calling.',
  },
  ics: { title: 'Service dates', ending: 'ICS', says: 'What is due when in the next ten years, for any calendar.' },
  'job-schema': { title: 'Schema of the job', ending: 'JSON Schema', says: 'For programs that write or check job files.' },
  'design-schema': { title: 'Schema of the design', ending: 'JSON Schema', says: 'For programs that read designs.' },
} as const;
export type FileKind = keyof typeof FILE_KINDS;
