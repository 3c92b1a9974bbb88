import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type KeyboardEvent, useState } from 'react';
import { flushSync } from 'react-dom';
import { readTreeLines, treeLines, withTree } from '../../core/circuit/tree-lines.ts';
import type { Circuit } from '../../model/job.ts';
import { useEditing, useJob } from '../state/job-context.tsx';

/** The pipe tree of a circuit typed or pasted as lines; Tab indents, and nothing is taken before every line can be read. */
export function TreeLines({ circuit, onDone }: { circuit: Circuit; onDone: () => void }) {
  const job = useJob();
  const { edit } = useEditing();
  const [text, setText] = useState(() => treeLines(circuit, job));
  const read = readTreeLines(text, job, circuit);
  const take = () => {
    if (!read.ok) return;
    edit(`Pipes of ${circuit.name} as lines`, (current) => withTree(current, circuit.id, read.sections));
    onDone();
  };
  const onKey = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      event.stopPropagation();
      take();
      return;
    }
    const field = event.currentTarget;
    const { selectionStart: at, value } = field;
    const start = value.lastIndexOf('\n', at - 1) + 1;
    const put = (next: string, caret: number) => {
      event.preventDefault();
      // Drawn at once: what is typed next must find the caret in its place, however slow the machine.
      flushSync(() => setText(next));
      field.setSelectionRange(caret, caret);
    };
    if (event.key === 'Tab' && !event.shiftKey) put(`${value.slice(0, start)}  ${value.slice(start)}`, at + 2);
    else if (event.key === 'Tab' && value.startsWith('  ', start))
      put(value.slice(0, start) + value.slice(start + 2), Math.max(start, at - 2));
    else if (event.key === 'Enter') {
      // The next line begins as deep as this one.
      const indent = /^ */.exec(value.slice(start))?.[0] ?? '';
      put(`${value.slice(0, at)}\n${indent}${value.slice(field.selectionEnd)}`, at + 1 + indent.length);
    }
  };
  const us = job.display.system === 'us';
  return (
    <Box component="section" aria-label="The tree as lines" sx={{ px: 2.5, pb: 2 }}>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 0.8 }} id="tree-lines-help">
        {`A section a line: size, length, name, and behind a colon the rooms at its end. Indented is what branches off. ? behind the size: its tee was never seen. + is new pipe. Escape, then Tab leaves. ${us ? '3/4? 12 cellar : Bath' : '22? 4 cellar : Bath'}`}
      </Typography>
      <Box
        component="textarea"
        aria-label="Sections of the tree"
        aria-describedby="tree-lines-help"
        autoFocus
        value={text}
        rows={Math.max(6, text.split('\n').length + 1)}
        spellCheck={false}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={onKey}
        sx={{
          width: '100%',
          p: 1.5,
          font: 'inherit',
          fontFamily: 'ui-monospace, monospace',
          fontSize: 'body',
          lineHeight: 1.5,
          color: 'inherit',
          bgcolor: 'background.default',
          border: 1,
          borderColor: read.ok ? 'wall.edge' : 'wall.mend',
          borderRadius: 1,
          resize: 'vertical',
        }}
      />
      <Box role="status" sx={{ minHeight: 24, color: read.ok ? 'text.secondary' : 'wall.mend', fontSize: 'table' }}>
        {read.ok
          ? `${read.sections.length} ${read.sections.length === 1 ? 'section' : 'sections'} read.`
          : read.problems.slice(0, 3).map((problem) => <div key={problem}>{problem}</div>)}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, mt: 1 }}>
        <Button variant="contained" disabled={!read.ok} onClick={take} title="Ctrl+Enter">
          Use these lines
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </Box>
    </Box>
  );
}
