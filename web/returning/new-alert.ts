/** Where words that ask for an alert lead: it is tried there before it is kept. */

export const newAlertAddress = (modelId: string, text: string): string =>
  `/alerts/new?${new URLSearchParams({ model: modelId, text }).toString()}`;

/** What an alert on the answer shown begins with, to be changed in words. */
export const WATCHED = 'tell me when it is outside the usual in a week';
