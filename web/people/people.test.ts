import { agentWords } from './agent-words';
import { passwordFault } from './password-fault';
import { groupsIn, stateWords } from './people-words';

test('a browser is told by its name and its system; a program by what it calls itself', () => {
  expect(agentWords('Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0')).toBe('Firefox on Linux');
  expect(
    agentWords(
      'Mozilla/5.0 (Windows NT 10.0) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/150.0 Safari/537.36 Edg/150.0',
    ),
  ).toBe('Edge on Windows');
  expect(agentWords('curl/8.5.0')).toBe('curl');
  expect(agentWords('')).toBe('an unnamed program');
});

test('groups are what stands between commas, each once', () => {
  expect(groupsIn(' Night shift,Outer Isles team, ,Night shift,')).toEqual(['Night shift', 'Outer Isles team']);
  expect(groupsIn('  ')).toEqual([]);
});

test('a password is long enough, and said twice alike', () => {
  expect(passwordFault('eleven char', 'eleven char')).toMatch(/12 letters/);
  expect(passwordFault('twelve chars!', 'twelve chars?')).toMatch(/not the same/);
  expect(passwordFault('twelve chars!', 'twelve chars!')).toBeNull();
});

test('what is said of a person follows from whether they may sign in', () => {
  expect(stateWords({ active: false, hasPassword: true })).toBe('taken away');
  expect(stateWords({ active: true, hasPassword: false })).toMatch(/not chosen/);
});
