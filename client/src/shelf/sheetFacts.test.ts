import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { MachineSheet } from '../api/types';
import { factsOf } from './sheetFacts';

type Way = (string | number)[];
type Json = null | boolean | number | string | Json[] | { [key: string]: Json };
interface Schema {
  type?: string | string[];
  enum?: Json[];
  properties?: Record<string, Schema>;
  items?: Schema;
  $ref?: string;
}

const schema = JSON.parse(readFileSync('../docs/schemas/irvak-machine-1.json', 'utf8')) as Schema;

/** The schema itself, or the one that it points to. */
const meant = (s: Schema): Schema =>
  s.$ref
    ? (s.$ref
        .split('/')
        .slice(1)
        .reduce<unknown>((x, k) => (x as Record<string, unknown>)[k], schema) as Schema)
    : s;

const type = (s: Schema) => (Array.isArray(s.type) ? s.type.find((t) => t !== 'null') : s.type);

/** One of everything: each list with one entry, each field with a value of its own. */
function full(given: Schema, name: string): Json {
  const s = meant(given);
  if (s.enum) return s.enum[0] ?? null;
  switch (type(s)) {
    case 'object':
      return Object.fromEntries(Object.entries(s.properties ?? {}).map(([k, v]) => [k, full(v, k)]));
    case 'array':
      return [full(s.items ?? {}, name)];
    case 'integer':
    case 'number':
      return 7;
    case 'boolean':
      return true;
    default:
      return `one ${name}`;
  }
}

/** Another value for the same field. */
function other(given: Schema, was: Json): Json {
  const s = meant(given);
  if (s.enum) return s.enum[1] ?? null;
  if (type(s) === 'array') return [other(s.items ?? {}, (was as Json[])[0] ?? null)];
  if (typeof was === 'number') return was + 1;
  if (typeof was === 'boolean') return !was;
  return `${String(was)} other`;
}

/** Every field that holds a value, as its way from the root. */
function fields(given: Schema, way: Way = []): { way: Way; schema: Schema }[] {
  const s = meant(given);
  if (type(s) === 'object') return Object.entries(s.properties ?? {}).flatMap(([k, v]) => fields(v, [...way, k]));
  if (type(s) === 'array' && type(meant(s.items ?? {})) === 'object') return fields(s.items ?? {}, [...way, 0]);
  return [{ way, schema: s }];
}

const at = (json: Json, way: Way): Json =>
  way.reduce<Json>((j, k) => (j as Record<string | number, Json>)[k] ?? null, json);

function changed(json: Json, way: Way, to: Json): Json {
  const copy = structuredClone(json);
  (at(copy, way.slice(0, -1)) as Record<string | number, Json>)[way.at(-1) ?? ''] = to;
  return copy;
}

/** Places as the plate names them, whatever the sheet calls them. */
function read(json: Json): string {
  const sheet = json as unknown as MachineSheet;
  const { general, about } = factsOf(sheet);
  const places = [
    ...(sheet.sockets ?? []).map((s) => `socket:${s.id}`),
    ...(sheet.channels ?? []).flatMap((c) => c.slots.map((s) => `slot:${s}`)),
    ...(sheet.slots ?? []).map((s) => `card:${s.id}`),
    ...(sheet.m2 ?? []).map((s) => `m2:${s.id}`),
    ...(sheet.bays ?? []).flatMap((g) => g.names.map((n) => `bay:${n}`)),
    ...(sheet.boards ?? []).map((b) => `board:${b.id}`),
    ...(sheet.supplies ?? []).map((b) => `supply:${b.id}`),
    ...(sheet.battery ?? []).map((b) => `battery:${b.id}`),
  ];
  return JSON.stringify([general, places.map((p) => [p, about(p)])]);
}

/** In the head line and the drawing of the page, not in its table. */
const ELSEWHERE = ['format', 'id', 'maker', 'name', 'draft', 'map.memory'];

const all = fields(schema).map((f) => ({
  ...f,
  name: f.way.filter((k) => typeof k === 'string').join('.'),
}));

describe('the page of a machine sheet', () => {
  it('knows all fields of the schema', () => {
    expect(all.length).toBeGreaterThan(100);
    expect(all.map((f) => f.name)).toEqual(expect.arrayContaining(ELSEWHERE));
  });

  it.each(all.filter((f) => !ELSEWHERE.includes(f.name)))('shows $name', ({ way, schema: field }) => {
    // One path of the schema leads to a slot of every bus; conventional PCI has neither width nor splits.
    const sheet = changed(full(schema, ''), ['memory', 'channelsKnown'], true);
    const now = changed(sheet, way, at(sheet, way));
    expect(read(changed(now, way, other(field, at(now, way))))).not.toBe(read(now));
  });
});
