/** How words that ask for an alert begin; apart from their reading, so that the interface can tell them without the language. */

const ASKING = "(?:please |can you |could you |i want (?:you )?to |i(?:['’]d| would) like (?:you )?to )*";

/** With the names of who is to be told in one of `who` to `who4`, and what is to be told in `rest`. */
export const ALERT_LEAD = new RegExp(
  `^${ASKING}(?:(?:tell|alert|notify|warn|inform|ping|remind|e-?mail|mail)\\s+(?<who>.+?)|let\\s+(?<who2>.+?)\\s+know|(?:send|give)\\s+(?<who3>.+?)\\s+(?:an?\\s+)?(?:alert|message|note|mail|e-?mail|warning|notice)|(?:an?\\s+|set (?:up )?an?\\s+|make an?\\s+|new\\s+)?(?:alert|warning)(?:\\s+(?<who4>me|us))?)\\s*,?\\s+(?:when(?:ever)?|if|as soon as|once|in case|should|every time|each time)\\s+(?<rest>.+)$`,
  'i',
);

/** With who gets it in `who` or `who2`, and what it is on in `rest`. */
export const BRIEFING_LEAD = new RegExp(
  `^${ASKING}(?:(?:brief|update)\\s+(?<who>.+?)\\s+(?:on|about|with)|(?:send|mail|e-?mail|give|prepare|make|set up|build)\\s+(?:(?<who2>.+?)\\s+)?(?:an?\\s+)?(?:briefing|report)\\s+(?:on|about|of|with)|(?:an?\\s+)?(?:new\\s+)?briefing\\s+(?:on|about|of|with))\\s+(?<rest>.+)$`,
  'i',
);

/** A message without what ends a sentence, its spaces single. */
export const withoutEnd = (text: string): string =>
  text
    .trim()
    .replace(/[.!?]+$/, '')
    .replace(/\s+/g, ' ');

export const asksForAlert = (text: string): boolean => ALERT_LEAD.test(withoutEnd(text));
export const asksForBriefing = (text: string): boolean => BRIEFING_LEAD.test(withoutEnd(text));
