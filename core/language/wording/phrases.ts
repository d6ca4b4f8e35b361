/** Everyday phrases and the plain words for them, wherever in a message they stand; a line a phrase. */

export const PHRASES = `
# short writing
(w/o|wo|w o|sans) => without
(qtr|qtrs) => quarter
(yr) => year
(yrs) => years
(mth|mnth|mths|mnths|mos) => months
(wk) => week
(wks) => weeks
(avg|avge|ave|av) => average
(pct|prct|percentages of) => percent
(yoy|y o y|year on year) => versus last year
(thru|til|till) => until
# numbers
(north of) {n:Number} => over {n}
(south of) {n:Number} => under {n}
(upwards of) {n:Number} => over {n}
(a couple of) => 2
(a dozen) => 12
`;
