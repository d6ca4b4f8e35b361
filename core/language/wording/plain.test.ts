import { demoNames } from '../../../tests/demo-names';
import { NameIndex } from '../names/name-index';
import { read } from '../read';

const demo = demoNames();
/** Members that are called as courtesies, hesitations and short writing are. */
const NAMED_SO = ['Great Tern', 'Good Hope', 'Right Bank', 'Well', 'Atm', 'Thanks Giving', 'Prev'];
const names = new NameIndex(demo.names.model, [
  { level: 'vessel', members: NAMED_SO },
  { level: 'coast', members: ['Mid Sound', 'Outer Isles'] },
]);
const readings = (text: string) => read(text, { names, calendar: demo.calendar, before: null });

test.each(NAMED_SO)('%s is a member, however much it sounds like something to be passed over', (member) => {
  for (const said of [`passengers for ${member}`, `${member} passengers`, `please, passengers for ${member}`])
    expect([said, readings(said).reading?.where]).toEqual([
      said,
      [{ kind: 'members', level: 'vessel', is: true, members: [member] }],
    ]);
});

test('what is left out of a question is marked as left out, what is used as used', () => {
  const { words } = readings('hey, could you show me passengers by coast pls');
  expect(words.filter((word) => word.use === 'harmless').map((word) => word.text)).toEqual(
    expect.arrayContaining(['hey', 'pls']),
  );
  expect(words.filter((word) => word.use === 'name').map((word) => word.text)).toEqual(['passengers', 'coast']);
});

test('of two things of which one takes the place of the other, the other has to be there', () => {
  const before = readings('passengers by coast').reading;
  const swapped = (text: string) => read(text, { names, calendar: demo.calendar, before });
  expect(swapped('forget passengers, show me bookings').sentence?.text).toBe('Bookings by coast');
  expect(swapped('forget vehicles, show me bookings').sentence?.text ?? 'nothing').not.toBe('Bookings by coast');
});
