import { isWebVtt } from './webvtt';

// Outside check: the examples of W3C, WebVTT (Candidate Recommendation, 4 April 2019), sections 1.1 and 4.
const TAKEN = [
  'WEBVTT\n\n00:11.000 --> 00:13.000\n<v Roger Bingham>We are in New York City',
  'WEBVTT\n\n1\n00:00:00.000 --> 00:00:02.000 line:63% position:72% align:start\nThat\u2019s an, an, that\u2019s an L!',
  '\uFEFFWEBVTT - some notes\r\n\r\nNOTE a remark\r\n\r\n100:00:00.000 --> 100:00:01.500\r\nLate',
];
const NOT = [
  '',
  'WEBVTT',
  'WEBVTTx\n\n00:11.000 --> 00:13.000\nno',
  '1\n00:00:00,000 --> 00:00:02,000\nanother form of captions',
  'WEBVTT\n\n00:11.000 --> 00:11.000\nends as it begins',
  'WEBVTT\n\n00:13.000 --> 00:11.000\nends before it begins',
  'WEBVTT\n\n00:61.000 --> 00:62.000\nno such second',
  '<p>WEBVTT</p>',
];
test.each(TAKEN)('captions are taken for such: %j', (text) => expect(isWebVtt(text)).toBe(true));
test.each(NOT)('what is none is not: %j', (text) => expect(isWebVtt(text)).toBe(false));
