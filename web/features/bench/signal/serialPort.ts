'use client';

import { useCallback, useEffect, useMemo, useRef } from 'react';
import type { SignalRequest } from '@/workers/signalProtocol';

/** A serial port that is read until it is closed. */
interface OpenPort {
  readonly port: SerialPort;
  readonly baudRate: number;
  close(): Promise<void>;
}

interface Heard {
  text(text: string): void;
  /** Why it ended: it was pulled, or sends what is no text. */
  ended(reason: string): void;
}

/** Whether this browser can listen to a serial port at all. */
export function canSerial(): boolean {
  return 'serial' in navigator;
}

/** Asks the person for a port, as the browser demands; undefined when none was chosen. */
export async function choosePort(): Promise<SerialPort | undefined> {
  try {
    return await navigator.serial.requestPort();
  } catch (error) {
    if (error instanceof DOMException && error.name === 'NotFoundError') return undefined;
    throw error;
  }
}

/** The port that was allowed before, if there is just one. */
export async function knownPort(): Promise<SerialPort | undefined> {
  if (!canSerial()) return undefined;
  const ports = await navigator.serial.getPorts();
  return ports.length === 1 ? ports[0] : undefined;
}

/** What a port is called: USB tells two numbers at most. */
export function portName(port: SerialPort): string {
  const { usbVendorId, usbProductId = 0 } = port.getInfo();
  if (usbVendorId === undefined) return 'Serial gauge';
  const hex = (value: number) => value.toString(16).padStart(4, '0');
  return `Serial gauge ${hex(usbVendorId)}:${hex(usbProductId)}`;
}

/** Keeps at most one port open and passes on what it sends. A port that is open already stays so; another speed opens it anew. */
export function useSerialPort(ask: (message: SignalRequest) => void, trouble: (reason: string) => void) {
  const open = useRef<OpenPort>(undefined);
  const close = useCallback(async () => {
    const before = open.current;
    open.current = undefined;
    await before?.close();
  }, []);
  useEffect(() => () => void close(), [close]);
  return useMemo(
    () => ({
      close: () => void close(),
      open(port: SerialPort, baudRate: number) {
        if (open.current?.port === port && open.current.baudRate === baudRate) return;
        const heard = { text: (text: string) => ask({ kind: 'text', text }), ended: trouble };
        void close()
          .then(() => openPort(port, baudRate, heard))
          .then(
            (opened) => {
              open.current = opened;
            },
            () => trouble('The serial port does not open. Another program may have it.'),
          );
      },
    }),
    [ask, close, trouble],
  );
}

async function openPort(port: SerialPort, baudRate: number, heard: Heard): Promise<OpenPort> {
  await port.open({ baudRate, bufferSize: 16_384 });
  const closed = new AbortController();
  const ended = pass(port, closed.signal, heard);
  return {
    port,
    baudRate,
    close() {
      closed.abort();
      return ended;
    },
  };
}

async function pass(port: SerialPort, closed: AbortSignal, heard: Heard): Promise<void> {
  const decoder = new TextDecoder();
  // An error of the line (noise, a frame that was cut) ends one stream; the port has another while it is there.
  while (port.readable !== null && !closed.aborted) {
    const reader = port.readable.getReader();
    const stop = () => void reader.cancel().catch(() => {});
    closed.addEventListener('abort', stop);
    try {
      for (let part = await reader.read(); !part.done; part = await reader.read())
        heard.text(decoder.decode(part.value, { stream: true }));
      if (!closed.aborted) break;
    } catch (error) {
      if (error instanceof DOMException && error.name === 'NetworkError') break;
    } finally {
      closed.removeEventListener('abort', stop);
      reader.releaseLock();
    }
  }
  await port.close().catch(() => {});
  if (!closed.aborted)
    heard.ended('The serial gauge was unplugged, or its line broke. Plug it in and choose it again.');
}
