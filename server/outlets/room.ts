/** Rooms: the words of a message, with its picture after them. */
import type { RoomConnection } from '../rooms/connection';
import { Refused, type Addressee, type Message, type Outlet } from './outlet';

export class RoomOutlet implements Outlet {
  constructor(private readonly connection: Pick<RoomConnection, 'say'>) {}

  /** @throws NotConnected, which may be tried again: what the room shows already is not said twice */
  async send(message: Message, to: Addressee): Promise<string> {
    const pictures = message.blocks.flatMap((block) => (block.kind === 'picture' ? [block.picture] : []));
    const [picture] = pictures;
    const text = wordsOf(message);
    if (text === '') throw new Refused('There is nothing to say.');
    await this.connection.say(to.address, {
      key: message.key,
      text,
      ...(picture === undefined ? {} : { picture: { name: picture.name, png: picture.png } }),
    });
    return 'shown in the room';
  }
}

/** A message as plain lines. */
function wordsOf({ blocks }: Message): string {
  return blocks
    .flatMap((block): readonly string[] => {
      switch (block.kind) {
        case 'heading':
        case 'words':
          return [block.text];
        case 'list':
          return block.items.map((item) => `· ${item}`);
        case 'figures':
          return block.figures.map(({ text, label }) => `· ${label}: ${text}`);
        case 'link':
          return [`${block.text}: ${block.address}`];
        case 'picture':
          return [];
      }
    })
    .join('\n');
}
