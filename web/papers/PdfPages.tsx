import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { GlobalWorkerOptions, getDocument, type PDFDocumentProxy } from 'pdfjs-dist';
import workerAddress from 'pdfjs-dist/build/pdf.worker.min.mjs?url';
import { useEffect, useRef, useState } from 'react';

GlobalWorkerOptions.workerSrc = workerAddress;

/** The pages of a PDF, one below the other. */
export default function PdfPages({ bytes, onOpened }: { bytes: Uint8Array; onOpened?: (pages: number) => void }) {
  const [pages, setPages] = useState<PDFDocumentProxy | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    // The bytes are handed over to another thread: a copy goes, so that they can be saved after.
    const reading = getDocument({ data: bytes.slice(), isEvalSupported: false });
    reading.promise.then(
      (opened) => {
        if (gone) return;
        setPages(opened);
        onOpened?.(opened.numPages);
      },
      (error: unknown) => {
        if (!gone) setFailed(error instanceof Error ? error.message : String(error));
      },
    );
    return () => {
      gone = true;
      void reading.destroy();
    };
  }, [bytes, onOpened]);
  if (failed) return <Typography role="alert">{`It cannot be shown here: ${failed} It can be saved all the same.`}</Typography>;
  if (!pages) return <Typography role="status">Opening the pages …</Typography>;
  return Array.from({ length: pages.numPages }, (_, i) => i + 1).map((number) => (
    <Page key={number} pages={pages} number={number} />
  ));
}

/** Widest a page is painted, pixels, and room left of the window's width. */
const WIDEST = 1060;

/** One page, painted once it is near the window. */
function Page({ pages, number }: { pages: PDFDocumentProxy; number: number }) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  const [text, setText] = useState('');
  useEffect(() => {
    let gone = false;
    let stop = () => {};
    const paint = async () => {
      const page = await pages.getPage(number);
      const plain = page.getViewport({ scale: 1 });
      if (gone) return;
      const wide = Math.min(WIDEST, (frame.current?.parentElement?.clientWidth ?? WIDEST) - 32);
      const viewport = page.getViewport({ scale: (wide / Math.max(plain.width, plain.height * 0.8)) * devicePixelRatio });
      setSize({ width: viewport.width / devicePixelRatio, height: viewport.height / devicePixelRatio });
      const element = canvas.current;
      if (!element) return;
      element.width = viewport.width;
      element.height = viewport.height;
      const painting = page.render({ canvas: element, viewport });
      stop = () => painting.cancel();
      // Called off when the page is closed.
      await painting.promise.catch(() => {});
      const { items } = await page.getTextContent();
      if (!gone) setText(items.map((item) => ('str' in item ? item.str : '')).join(' '));
    };
    const watcher = new IntersectionObserver(
      (entries) => {
        if (!entries.some((entry) => entry.isIntersecting)) return;
        watcher.disconnect();
        void paint();
      },
      { rootMargin: '600px' },
    );
    if (frame.current) watcher.observe(frame.current);
    return () => {
      gone = true;
      watcher.disconnect();
      stop();
    };
  }, [pages, number]);
  return (
    <Box ref={frame} sx={{ minHeight: size ? size.height : 700, mb: 2, display: 'flex', justifyContent: 'center' }}>
      <Box
        component="canvas"
        ref={canvas}
        role="img"
        aria-label={`Page ${number}: ${text}`}
        style={size ?? undefined}
        sx={{ bgcolor: '#fff', boxShadow: 3 }}
      />
    </Box>
  );
}
