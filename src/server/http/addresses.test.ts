import { clientAddress, isOwnHost, isSecure, ownOrigins, ownSockets } from './addresses';

const NAMES = ['KITE_URL', 'PORT', 'KITE_PROXIES'] as const;
const before = NAMES.map((name) => [name, process.env[name]] as const);
const set = (values: Partial<Record<(typeof NAMES)[number], string>>) => {
  for (const name of NAMES) delete process.env[name];
  Object.assign(process.env, values);
};
afterEach(() => {
  for (const [name, value] of before)
    if (value === undefined) delete process.env[name];
    else process.env[name] = value;
});

test('without a name of its own it is reached on this machine, under each of its names', () => {
  set({ PORT: '3100' });
  expect(ownOrigins()).toEqual(['http://localhost:3100', 'http://127.0.0.1:3100', 'http://[::1]:3100']);
  expect(isOwnHost('LOCALHOST:3100')).toBe(true);
  for (const other of ['localhost:3000', 'localhost', 'evil.example:3100', undefined])
    expect(isOwnHost(other)).toBe(false);
  expect(isSecure()).toBe(false);
  set({});
  expect(ownOrigins()[0]).toBe('http://localhost:3000');
});

test('with one it is reached there and nowhere else', () => {
  set({ KITE_URL: 'https://kites.example/somewhere', PORT: '3100' });
  expect(ownOrigins()).toEqual(['https://kites.example']);
  expect(isOwnHost('kites.example')).toBe(true);
  expect(isOwnHost('localhost:3100')).toBe(false);
  expect(isSecure()).toBe(true);
  expect(ownSockets()).toEqual(['wss://kites.example']);
});

test('a policy names the sockets that it has a way to name', () => {
  set({ PORT: '3100' });
  expect(ownSockets()).toEqual(['ws://localhost:3100', 'ws://127.0.0.1:3100']);
});

test('what a browser says of its address is not believed', () => {
  set({});
  expect(clientAddress('10.0.0.7', '1.2.3.4')).toBe('10.0.0.7');
  expect(clientAddress(undefined, undefined)).toBe('unknown');
});

test('behind proxies it is the one that the outermost of them saw', () => {
  set({ KITE_PROXIES: '1' });
  expect(clientAddress('10.0.0.1', 'made up, 5.6.7.8')).toBe('5.6.7.8');
  set({ KITE_PROXIES: '2' });
  expect(clientAddress('10.0.0.1', ['made up', '5.6.7.8', '10.0.0.2'])).toBe('5.6.7.8');
  // One that added nothing, or a number that is none: what the socket says.
  expect(clientAddress('10.0.0.1', '')).toBe('10.0.0.1');
  set({ KITE_PROXIES: 'many' });
  expect(clientAddress('10.0.0.1', '5.6.7.8')).toBe('10.0.0.1');
  set({ KITE_PROXIES: '1' });
  expect(clientAddress('10.0.0.1', 'x'.repeat(500))).toHaveLength(64);
});
