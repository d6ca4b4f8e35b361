/** Words that ask for an alert lead to where it is tried before it is kept. */
const ALERT =
  /^\s*(?:please\s+|can you\s+|could you\s+|i want (?:you )?to\s+)*(?:(?:tell|alert|notify|warn|inform|ping|remind|e-?mail|mail)\s+.+?|let\s+.+?\s+know|(?:an?\s+|set (?:up )?an?\s+|make an?\s+|new\s+)?(?:alert|warning)(?:\s+(?:me|us))?),?\s+(?:when(?:ever)?|if|as soon as|once|in case|should|every time|each time)\s+\S/i;

export const asksForAlert = (text: string): boolean => ALERT.test(text);

export const newAlertAddress = (modelId: string, text: string): string =>
  `/alerts/new?${new URLSearchParams({ model: modelId, text }).toString()}`;

/** What an alert on the answer shown begins with, to be changed in words. */
export const WATCHED = 'tell me when it is outside the usual in a week';

/** Words that ask for a briefing. */
const BRIEFING =
  /^\s*(?:please\s+|can you\s+|could you\s+)*(?:(?:brief|update)\s+\S+.*?\s+(?:on|about|with)|(?:send|mail|give|prepare|make|set up)\s+(?:\S+.*?\s+)?(?:an?\s+)?(?:briefing|report)\s+(?:on|about|of|with))\s+\S/i;
export const asksForBriefing = (text: string): boolean => BRIEFING.test(text);
