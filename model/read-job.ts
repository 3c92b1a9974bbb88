import { JOB_FORMAT, JOB_VERSION, type Job, JobSchema } from './job.ts';
import { upgradeJob } from './upgrade.ts';

export type JobRead = { ok: true; job: Job } | { ok: false; problems: string[] };

/** Most problems named at once: enough to mend a file by hand, not a wall of text. */
const MOST_PROBLEMS = 20;

/**
 * Reads a job from anything. Never throws: what is wrong comes back as sentences that name the place and the remedy.
 * @param raw the parsed JSON
 */
export function readJob(raw: unknown): JobRead {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) {
    return {
      ok: false,
      problems: ['The file holds no job: it should be a JSON object with "format", "version" and "name".'],
    };
  }
  const { format, version } = raw as Record<string, unknown>;
  if (format !== JOB_FORMAT) {
    return { ok: false, problems: [`The file holds no job: "format" should be "${JOB_FORMAT}".`] };
  }
  if (typeof version === 'number' && version > JOB_VERSION) {
    return {
      ok: false,
      problems: [
        `The job file has version ${version}; this program reads up to version ${JOB_VERSION}. Update the program, or ask for the file in version ${JOB_VERSION}.`,
      ],
    };
  }
  const upgraded = upgradeJob(raw);
  const read = JobSchema.safeParse(upgraded);
  if (read.success) return { ok: true, job: read.data };
  const problems = read.error.issues.slice(0, MOST_PROBLEMS).map((issue) => {
    const place = issue.path.length > 0 ? namePlace(upgraded, issue.path) : 'The job';
    return `${place} ${sentence(issue)}.`;
  });
  if (read.error.issues.length > MOST_PROBLEMS) problems.push(`And ${read.error.issues.length - MOST_PROBLEMS} more.`);
  return { ok: false, problems };
}

/** Reads a job from the text of a job file. */
export function readJobText(text: string): JobRead {
  if (text.trim() === '') return { ok: false, problems: ['The file is empty. Choose a job file saved by this program.'] };
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    const where = error instanceof Error ? ` (${error.message.slice(0, 120)})` : '';
    return {
      ok: false,
      problems: [`The file is not JSON${where}. Choose a job file saved by this program.`],
    };
  }
  return readJob(raw);
}

interface Issue {
  code: string;
  message: string;
  path: PropertyKey[];
  keys?: string[];
  errors?: Issue[][];
}

function sentence(issue: Issue): string {
  if (issue.code === 'unrecognized_keys') {
    return `has the unknown field ${(issue.keys ?? []).map((key) => `"${key}"`).join(', ')}; remove or rename it`;
  }
  if (issue.code === 'invalid_union') {
    // Every union here is "auto" or a number: what is wrong with the number is what a person needs to hear.
    const inner = issue.errors?.flat().find((each) => each.code !== 'invalid_value');
    if (inner) return inner.code === 'custom' ? sentence(inner) : 'is neither a number nor "auto"';
  }
  if (issue.code === 'invalid_type' && /received undefined/.test(issue.message)) return 'is missing; add it';
  return issue.message.replace(/^Invalid input: /, 'is wrong: ');
}

/** "rooms[2] (Bath) heatLoad": where in the file, with the name a person gave it. */
function namePlace(raw: unknown, path: PropertyKey[]): string {
  let here: unknown = raw;
  let text = '';
  for (const step of path) {
    here = typeof here === 'object' && here !== null ? (here as Record<PropertyKey, unknown>)[step] : undefined;
    if (typeof step === 'number') {
      const name = typeof here === 'object' && here !== null ? (here as { name?: unknown }).name : undefined;
      text += `[${step}]${typeof name === 'string' && name !== '' ? ` (${name.slice(0, 40)})` : ''}`;
    } else text += text === '' ? String(step) : ` ${String(step)}`;
  }
  return text;
}
