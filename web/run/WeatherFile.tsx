import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useRef, useState } from 'react';
import type { WeatherRead } from '../../exchange/weather-file.ts';
import { runLane } from '../worker/lanes.ts';

/** Weather read from a file, and what was said about it. */
export type NamedWeather = Extract<WeatherRead, { ok: true }> & { name: string };

/** Chooses between invented weather and a file of it; a file that cannot be read says where and what to do. */
export function WeatherFile({
  weather,
  onWeather,
  invented,
}: {
  weather: NamedWeather | null;
  onWeather: (weather: NamedWeather | null) => void;
  /** What stands without a file, in words. */
  invented: string;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const bytes = new Uint8Array(await file.arrayBuffer());
    const read = await runLane
      .ask<WeatherRead>((work) => work.readWeather(bytes))
      .catch((error): WeatherRead => ({ ok: false, problem: error instanceof Error ? error.message : String(error) }));
    setProblem(read.ok ? null : `${file.name}: ${read.problem}`);
    if (read.ok) onWeather({ ...read, name: file.name });
  };
  return (
    <Box sx={{ display: 'grid', gap: 0.8, justifyItems: 'start' }}>
      <Typography variant="body2">{weather ? `${weather.name}: ${weather.notes.join(' ')}` : invented}</Typography>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button size="small" variant="outlined" onClick={() => input.current?.click()}>
          Read a weather file …
        </Button>
        {weather && (
          <Button size="small" onClick={() => onWeather(null)}>
            Invented weather
          </Button>
        )}
      </Box>
      <input
        ref={input}
        type="file"
        accept=".csv,.txt,.epw"
        aria-label="Weather file"
        hidden
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
      {problem && (
        <Typography role="alert" sx={{ color: 'error.main', fontWeight: 650 }}>
          {problem}
        </Typography>
      )}
    </Box>
  );
}
