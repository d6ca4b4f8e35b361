/** Classes of words that wordings are made of: `@name` in a form stands for any of them. */
import type { Classes } from './form';

const words = (text: string): readonly string[] => text.split(',').map((word) => word.trim());

export const CLASSES: Classes = {
  /** What a question is asked for. */
  occasion: words(
    'meeting, review meeting, board meeting, report, board report, board pack, pack, deck, slide deck, slides, slide, presentation, call, audit, board paper, paper, memo, briefing, standup, newsletter, email, handout, one pager, minutes, agenda, budget round, workshop',
  ),
  /** What is put beside what is there. */
  put: words(
    'put, stick, throw, throw in, pop, bung, slot, slot in, chuck, chuck in, include, add, bring in, add in, put in, stick in, pop in, drop in, get, have, show, tack, whack',
  ),
  /** Where it is put. */
  there: words(
    'on, in, on there, in there, on it, to it, to that, in it, next to it, next to that, next to them, beside it, beside that, alongside, alongside it, alongside that, with it, with that, into it, on top, as well, too, also, and all, at the side, to the side, on the side, there, there too, on there too, in there too, as an extra column, as a column, as another column, to the list, in the list, to the table, to the chart, to the picture, into the picture, into the mix, to the mix, up, next to the others, in as well, on as well, on it as well, to this, to these, to those, to what we have',
  ),
  too: words('too, also, as well, and all, in addition, additionally, on top, likewise, alongside'),
  /** What takes out. */
  cut: words(
    'drop, remove, delete, ditch, lose, bin, scrap, cut, hide, omit, exclude, skip, kill, axe, chuck, strip, strip out, take out, leave out, cut out, get rid of, do away with, throw out, kick out, knock out, leave off, take off, take away, drop out, rule out, filter out, chuck out, weed out, screen out, forget, forget about, ignore, disregard, discard, clear, wipe, eliminate, erase, dispense with, cross out, kick',
  ),
  out: words(
    'out, off, away, out of it, out of that, out of this, off it, off there, out of there, out of the picture, out of the chart, out of the table, out of the list, out of the way, aside',
  ),
  /** What is shown or seen. */
  show: words(
    'show, show me, show us, give, give me, give us, get, get me, let me see, let us see, let me have, see, i want, i want to see, i need, i need to see, i would like, i would like to see, display, bring up, pull up, pull, pull out, put up, list, i am after, we want, we need, find, find me, fetch, present, throw up, produce, tell me, look up',
  ),
  make: words(
    'make, make it, make that, make this, make them, change to, change it to, change that to, change this to, turn it into, turn that into, turn this into, convert it to, convert to, convert it into, switch to, switch it to, switch over to, set it to, go to, go with, go for, do, do it, use, have it, put it, put it as, put it in, move to, try, render it, flip to, flip it to',
  ),
  /** What is done with what is counted, and says nothing more of it. */
  did: words(
    'sell, offer, carry, have, make, take, get, move, transport, serve, handle, see, run, do, bring in, operate, provide, lend, deliver, ship, produce, process, host, record, earn, had, sold, made, taken, carried, served, run, done, offered, lent, delivered, shipped',
  ),
  rather: words('instead, rather, in place, in its place, for a change, please instead'),
  insteadof: words(
    'instead of, rather than, in place of, in lieu of, not, and not, in exchange for, as opposed to, over',
  ),
  swap: words('swap, switch, replace, change, substitute, exchange, trade, swap out, switch out'),
  keep: words(
    'keep, leave, hold on to, hang on to, retain, keep only, only keep, just keep, leave only, leave just, only leave, leave in, keep in',
  ),
  others: words(
    'the others, others, the rest, everything else, everyone else, all others, the other ones, all the others, all the rest, rest, everybody else, anything else, the remainder, the remaining ones, the rest of them',
  ),
  limit: words(
    'limit, limit it to, limit to, limit that to, limit this to, restrict, restrict it to, restrict to, restrict that to, narrow it to, narrow to, narrow it down to, narrow down to, narrow that to, narrow that down to, filter to, filter it to, filter for, filter on, filter by, filter down to, filter it down to, filter that to, focus on, zoom in on, zoom into, zoom in to, zoom to, concentrate on, home in on, confine it to, stick to, stay with, cut it down to, cut down to, reduce it to, cut it to, trim to, trim it to, trim it down to, limit them to, restrict them to, look only at, look just at, look at only, look at just, consider only',
  ),
  biggest: words('biggest, largest, highest, greatest, top, leading, best, strongest, main, most important, heaviest'),
  split: words(
    'split, split it, split that, split this, split them, break, break it, break that, break this, break down, break it down, break that down, break this down, break it up, break that up, break up, break out, break it out, break that out, break this out, break them out, split that out, split this out, divide, divide it, divide that, divide up, slice, slice it, slice that, cut it, cut that, separate, separate it, separate out, separate it out, group, group it, group that, group them, segment, segment it, dissect, dissect it, carve it up, carve up, split up, split it up, split out, split it out, bucket it, broken down, split it all, sort it out',
  ),
  /** Whom a business speaks of. */
  people: words('people, customers, callers, patients, guests, visitors, clients'),
  /** What whoever came off worst is. */
  worstoff: words(
    'hit hardest, hardest hit, worst hit, hit the hardest, most affected, worst affected, affected most, affected the most, hit the most, hit worst',
  ),
  beat: words(
    'beat, beats, beaten, outsell, outsold, outperform, outperformed, outdo, outdone, surpass, surpassed, overtake, overtaken, do better than, do worse than, doing better than, doing worse than, done better than, done worse than',
  ),
  same: words(
    'same, the same, same thing, the same thing, same again, same question, same for, likewise, ditto, repeat that, repeat this, do the same, and the same, exactly the same, now the same, same view, same chart, same figures, same numbers, same story',
  ),
};
