import { eagerModules } from './eager-modules.mjs';

const chunk = (...parts: readonly string[]) =>
  `(globalThis.TURBOPACK||(globalThis.TURBOPACK=[])).push(["object"==typeof document?document.currentScript:void 0,${parts.join()}]);`;

test('every module of a script comes into brackets, and nothing else does', () => {
  const [one, two] = ['e=>{e.v(()=>1)}', '(e,t,n)=>{n.x=[(a,b)=>a,function(){}]}'];
  expect(eagerModules(chunk('966849', one, '12,34', two))).toBe(chunk('966849', `(${one})`, '12,34', `(${two})`));
  expect(eagerModules(chunk('7', 'function(e,t){t.exports=1}'))).toBe(chunk('7', '(function(e,t){t.exports=1})'));
});

test('done again it changes nothing, and it does the same afterwards as before', () => {
  const script = chunk('1', 'e=>e+1', '2', '(e)=>e*2').replaceAll('globalThis', 'place');
  const eager = eagerModules(script);
  expect(eagerModules(eager)).toBe(eager);
  const [before, after] = [script, eager].map((text) => {
    const place: { TURBOPACK?: unknown[][] } = {};
    new Function('place', text)(place);
    return (place.TURBOPACK?.[0] ?? []).flatMap((part) => (typeof part === 'function' ? [part(20)] : []));
  });
  expect(before).toEqual([21, 40]);
  expect(after).toEqual(before);
});

test('a script that is no list of modules stays as it is', () => {
  for (const script of ['', 'let a=e=>e;', 'push([e=>e])', '(globalThis.x=[]).push({chunk:e=>e})'])
    expect(eagerModules(script)).toBe(script);
});
