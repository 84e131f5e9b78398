import { useRef, useState } from 'react';
import { readLine, type InstrumentHead, type Reading } from '@radiatrix/core/instrument';

interface SerialPortLike {
  open: (options: { baudRate: number }) => Promise<void>;
  close: () => Promise<void>;
  readable: ReadableStream<Uint8Array> | null;
}
const serial = (): { requestPort: () => Promise<SerialPortLike> } | undefined =>
  (navigator as { serial?: { requestPort: () => Promise<SerialPortLike> } }).serial;
const BAUD = 115_200;

/** An instrument on a serial port that speaks the open format, where the browser has such ports. */
export function SerialPanel() {
  const [said, setSaid] = useState('');
  const [head, setHead] = useState<InstrumentHead>();
  const [last, setLast] = useState<Reading>();
  const stop = useRef<() => void>(undefined);
  const ports = serial();
  if (!ports) return <p className="text-muted mt-4 text-[14px]">This browser reaches no serial ports.</p>;
  const connect = async (): Promise<void> => {
    try {
      const port = await ports.requestPort();
      await port.open({ baudRate: BAUD });
      const reader = port.readable!.pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>).getReader();
      stop.current = () => void reader.cancel().then(() => port.close());
      let [rest, own] = ['', undefined as InstrumentHead | undefined];
      for (;;) {
        const { value, done } = await reader.read();
        if (done) break;
        const lines = (rest + value).split('\n');
        rest = lines.pop()!;
        for (const text of lines) {
          if (text.trim() === '') continue;
          const line = readLine(text, own?.channels);
          if (line.kind === 'head') setHead((own = line.head));
          else if (line.kind === 'reading' && own) setLast(line.reading);
          else if (line.kind === 'wrong') setSaid(line.problem);
        }
      }
      setSaid('It was taken off.');
    } catch (error) {
      setSaid((error as Error).name === 'NotFoundError' ? '' : 'That port does not answer.');
    }
  };
  return (
    <p className="mt-4 flex flex-wrap items-center gap-3">
      <button type="button" className="btn btn-quiet" onClick={() => (stop.current ? (stop.current(), (stop.current = undefined)) : void connect())}>{head ? 'Take it off' : 'Connect one by its serial port'}</button>
      {head && <span>{head.label}: {head.channels.map(({ name, unit }, at) => `${name} ${last?.values[at] ?? '–'} ${unit}`).join(', ')}</span>}
      {said && <span className="text-changes">{said}</span>}
    </p>
  );
} // prettier-ignore
