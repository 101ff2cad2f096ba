import { rubricIn } from './pasted-rubric';

let n = 0;
const read = (text: string) => {
  n = 0;
  return rubricIn(text, () => {
    n += 1;
    return `c${n}`;
  });
};

/** A table as LibreOffice 7.4 writes it (soffice --convert-to html), with two cells that were merged into one. */
const FROM_LIBREOFFICE = `<!DOCTYPE html>
<html><head><meta name="generator" content="LibreOffice 7.4.7.2 (Linux)"/><style type="text/css">
p { line-height: 115%; margin-bottom: 0.1in; background: transparent }</style></head>
<body lang="en-US" link="#000080" vlink="#800000" dir="ltr">
<table width="100%" cellpadding="0" cellspacing="0">
	<col width="51*"/>

	<tr valign="top">
		<td width="20%" style="border: none; padding: 0in"><p>Criterion</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>Points</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>In full (10)</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>In part (5)</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>Not yet (0)</p>
		</td>
	</tr>
	<tr valign="top">
		<td width="20%" style="border: none; padding: 0in"><p>Clear</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>10</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>Every step is
			there, with a reason</p>
		</td>
		<td colspan="2" width="40%" style="border: none; padding: 0in"><p>Steps
			or reasons are missing</p>
		</td>
	</tr>
	<tr valign="top">
		<td width="20%" style="border: none; padding: 0in"><p>Right</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>10</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>All numbers
			are right</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>One is wrong</p>
		</td>
		<td width="20%" style="border: none; padding: 0in"><p>Several are
			wrong</p>
		</td>
	</tr>
</table>
<p style="line-height: 100%; margin-bottom: 0in"><br/>

</p>
</body></html>`;

test('a table of LibreOffice becomes a rubric; a merged cell counts for each level it lies over, and that is said', () => {
  expect(read(FROM_LIBREOFFICE)).toEqual({
    merged: true,
    rubric: [
      {
        id: 'c1',
        title: 'Clear',
        points: 10,
        levels: [
          { title: 'In full', points: 10, says: 'Every step is there, with a reason' },
          { title: 'In part', points: 5, says: 'Steps or reasons are missing' },
          { title: 'Not yet', points: 0, says: 'Steps or reasons are missing' },
        ],
      },
      {
        id: 'c2',
        title: 'Right',
        points: 10,
        levels: [
          { title: 'In full', points: 10, says: 'All numbers are right' },
          { title: 'In part', points: 5, says: 'One is wrong' },
          { title: 'Not yet', points: 0, says: 'Several are wrong' },
        ],
      },
    ],
  });
});

test('lines with tabs, as a sheet gives them; points behind the name, with halves and commas', () => {
  expect(read('Clear\t10\nRight\t7,5\n\n').rubric.map(({ title, points }) => [title, points])).toEqual([
    ['Clear', 10],
    ['Right', 7.5],
  ]);
  expect(read('What\tPoints\nClear\t10').rubric.map(({ title, points }) => [title, points])).toEqual([['Clear', 10]]);
  expect(
    read('Clear (10)\nRight, 7.5 points\nواضح (3 نقاط)').rubric.map(({ title, points }) => [title, points]),
  ).toEqual([
    ['Clear', 10],
    ['Right', 7.5],
    ['واضح', 3],
  ]);
});

test('without points of its own a criterion gives as many as its best level', () => {
  expect(read('\tFull: 3\tHalf: 1.5\nClear\tall of it\tsome').rubric).toEqual([
    {
      id: 'c1',
      title: 'Clear',
      points: 3,
      levels: [
        { title: 'Full', points: 3, says: 'all of it' },
        { title: 'Half', points: 1.5, says: 'some' },
      ],
    },
  ]);
});

test('what is no table gives nothing, and nothing breaks', () => {
  for (const text of ['', '   ', '<p>just words</p>', '<table></table>', '<table><tr></tr></table>'])
    expect(read(text).rubric).toEqual([]);
  const wide = `<table><tr><td rowspan="99999" colspan="64">x</td></tr>${'<tr><td>y</td></tr>'.repeat(500)}</table>`;
  expect(read(wide).rubric.length).toBeLessThanOrEqual(61);
});
