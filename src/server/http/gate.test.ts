import type { IncomingMessage, ServerResponse } from 'node:http';
import { Gate, securityHeaders } from './gate';
import { answerStopped } from './stopped-response';

interface Asked {
  readonly url?: string;
  readonly method?: string;
  readonly from?: string;
  readonly headers?: Record<string, string>;
}

const request = ({ url = '/today', method = 'GET', from = '10.0.0.1', headers = {} }: Asked): IncomingMessage =>
  ({
    url,
    method,
    headers: { host: 'localhost:3000', ...headers },
    socket: { remoteAddress: from },
  }) as unknown as IncomingMessage;

const stoppedBy = (gate: Gate, asked: Asked) => {
  const entered = gate.enter(request(asked));
  if (typeof entered !== 'function') return entered.code;
  entered();
  return null;
};

afterEach(() => {
  delete process.env.KITE_URL;
});

describe('the gate', () => {
  test.each<[string, Asked, string | null]>([
    ['a page', {}, null],
    ['words of any script', { url: '/api/find?q=%D8%B3%D8%AD%D8%A7%D8%A8' }, null],
    ['a broken escape', { url: '/desk/%E0%A4%A' }, 'bad-address'],
    ['a lone percent sign', { url: '/work?week=%' }, 'bad-address'],
    ['a NUL', { url: '/api/pieces/a%00b' }, 'bad-address'],
    ['another host in the address', { url: '//elsewhere.example/' }, 'bad-address'],
    ['an address without a path', { url: 'http://localhost:3000/' }, 'bad-address'],
    ['an address without an end', { url: `/${'a'.repeat(9000)}` }, 'bad-address'],
    ['another name for this machine', { headers: { host: 'rebound.example:3000' } }, 'wrong-host'],
    ['its own address', { headers: { host: '127.0.0.1:3000' } }, null],
    ['a short body', { method: 'POST', headers: { 'content-length': '20' } }, null],
    ['seven megabytes of JSON', { method: 'POST', headers: { 'content-length': '7000000' } }, 'too-long'],
    ['a body of no length', { method: 'POST', headers: { 'transfer-encoding': 'chunked' } }, 'length-required'],
    ['a file', { url: '/api/uploads', method: 'POST', headers: { 'content-length': '7000000' } }, null],
  ])('%s', (_, asked, code) => {
    expect(stoppedBy(new Gate(), asked)).toBe(code);
  });

  test('knows the school by the address that was configured, and by no other', () => {
    process.env.KITE_URL = 'https://school.example';
    expect(stoppedBy(new Gate(), { headers: { host: 'school.example' } })).toBeNull();
    expect(stoppedBy(new Gate(), {})).toBe('wrong-host');
    expect(securityHeaders()['strict-transport-security']).toMatch(/^max-age=\d{8}/);
    delete process.env.KITE_URL;
    expect(securityHeaders()['strict-transport-security']).toBeUndefined();
    expect(securityHeaders()['x-content-type-options']).toBe('nosniff');
  });

  test('lets one person ask for so much at once, more as time goes by, and others not less', () => {
    let now = 0;
    const gate = new Gate(() => now);
    gate.know('wren');
    gate.know('yusuf');
    const ask = (token: string) => stoppedBy(gate, { headers: { cookie: `kite_session=${token}` } });
    const asked = Array.from({ length: 500 }, () => ask('wren'));
    expect(asked.filter((code) => code === null)).toHaveLength(400);
    expect(asked.at(-1)).toBe('too-fast');
    expect(ask('yusuf')).toBeNull();
    now += 1000;
    expect(Array.from({ length: 40 }, () => ask('wren')).filter((code) => code === null)).toHaveLength(30);
  });

  test('counts made-up sessions for their address, so that inventing many gains nothing', () => {
    const gate = new Gate(() => 0);
    const asked = Array.from({ length: 3100 }, (_, i) =>
      stoppedBy(gate, { headers: { cookie: `kite_session=made-up-${i}` } }),
    );
    expect(asked.filter((code) => code === 'too-fast')).toHaveLength(100);
    expect(stoppedBy(gate, { from: '10.0.0.2' })).toBeNull();
    expect(stoppedBy(gate, { url: '/_next/static/x.js' })).toBeNull();
  });

  test('holds how much one person has open at a time, streams aside', () => {
    const gate = new Gate(() => 0);
    gate.know('wren');
    const headers = { cookie: 'kite_session=wren' };
    const open = Array.from({ length: 40 }, () => gate.enter(request({ headers })));
    expect(open.every((entered) => typeof entered === 'function')).toBe(true);
    expect(gate.enter(request({ headers }))).toMatchObject({ code: 'too-many-open', seconds: 2 });
    expect(typeof gate.enter(request({ headers, url: '/api/events' }))).toBe('function');
    const [first] = open;
    if (typeof first === 'function') first();
    expect(typeof gate.enter(request({ headers }))).toBe('function');
  });
});

describe('what a stopped request is told', () => {
  const answer = (asked: Asked) => {
    const headers: Record<string, string> = {};
    let body = '';
    const response = {
      statusCode: 200,
      setHeader: (name: string, value: string) => {
        headers[name] = value;
      },
      end: (text: string) => {
        body = text;
      },
    };
    answerStopped(request(asked), response as unknown as ServerResponse, { status: 429, code: 'too-fast', seconds: 3 });
    return { status: response.statusCode, headers, body };
  };

  test('is a code with when it goes on for our own pages', () => {
    const { status, headers, body } = answer({ url: '/api/find' });
    expect([status, headers['retry-after'], JSON.parse(body)]).toEqual([
      429,
      '3',
      { ok: false, code: 'too-fast', seconds: 3 },
    ]);
  });

  test('is a sentence in their language for a person, on a page that comes back by itself', () => {
    const english = answer({});
    expect(english.body).toContain('in 3 seconds');
    expect(english.body).toContain('http-equiv="refresh" content="3"');
    const arabic = answer({ headers: { cookie: 'kite_language=ar' } });
    expect(arabic.body).toContain('dir="rtl"');
    expect(arabic.body).toContain('3 ثوانٍ');
  });
});
