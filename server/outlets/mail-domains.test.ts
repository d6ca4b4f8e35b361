import { makeAlert, startReturningServer } from '../../tests/returning-server';
import { domainFault, limitedTo } from './mail-domains';
import type { Addressee, Message } from './outlet';

test('an address is judged by its domain alone, however it is written', () => {
  expect(domainFault('x@any.example', null)).toBeNull();
  expect(domainFault('Kim@Partner.Example', ['partner.example'])).toBeNull();
  expect(domainFault('kim@evilpartner.example', ['partner.example'])).toContain('evilpartner.example is not allowed');
  expect(domainFault('"a@partner.example"@other.example', ['partner.example'])).toContain('other.example');
  expect(domainFault('kim@partner.example', [])).toContain('people of this installation only');
});

test('what was to go elsewhere before domains were limited is refused, and people are sent to as before', async () => {
  const sent: string[] = [];
  const mail = limitedTo(['partner.example'], {
    send: (_message, { address }) => {
      sent.push(address);
      return Promise.resolve('taken');
    },
  });
  const to = (receiver: Addressee['receiver'], address: string): Addressee => ({ receiver, name: address, address });
  const message = {} as Message;
  await expect(
    mail.send(message, to({ kind: 'address', address: 'a@other.example' }, 'a@other.example')),
  ).rejects.toThrow('other.example is not allowed');
  await mail.send(message, to({ kind: 'address', address: 'b@partner.example' }, 'b@partner.example'));
  await mail.send(message, to({ kind: 'person', id: 'ada' }, 'ada@people.example'));
  expect(sent).toEqual(['b@partner.example', 'ada@people.example']);
});

test('an alert is not kept for an address of another domain, and says which there are', async () => {
  const { ada, close } = await startReturningServer(4, () => null, { mailDomains: ['partner.example'] });
  const text = 'tell me when riders of any line are over 2000 in a week';
  try {
    const to = (address: string) => ({ receivers: [{ kind: 'address', address }] });
    const refused = await makeAlert(ada, text, to('kim@other.example'));
    expect([refused.status, refused.body.detail]).toEqual([
      422,
      'Mail to other.example is not allowed here; outside, it goes to partner.example. Nothing was changed.',
    ]);
    expect((await makeAlert(ada, text, to('kim@partner.example'))).status).toBe(201);
  } finally {
    await close();
  }
});
