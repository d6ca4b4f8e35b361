/** Everyday phrases and the plain words for them, wherever in a message they stand; a line a phrase. */

/** Parts in words, in per cent: those that are exact. “A quarter” alone is of the year, so that they stand behind a comparison only. */
const PARTS: readonly (readonly [string, number])[] = [
  ['[a|one] tenth', 10],
  ['[a|one] fifth', 20],
  ['[a|one] quarter', 25],
  ['three tenths', 30],
  ['two fifths', 40],
  ['[a|one] half', 50],
  ['three fifths', 60],
  ['three quarters', 75],
  ['four fifths', 80],
  ['nine tenths', 90],
];
const COMPARED: readonly (readonly [string, string])[] = [
  ['(more than|over|above|greater than)', 'over'],
  ['(less than|under|below|fewer than)', 'under'],
  ['at least', 'at least'],
  ['at most', 'at most'],
];
const FRACTIONS = COMPARED.flatMap(([words, plain]) =>
  PARTS.map(([part, percent]) => `! ${words} ${part} => ${plain} ${percent} %`),
).join('\n');

export const PHRASES = `
# ── short writing
(w / o|wo|sans) => without
(qtr|qrtr) => quarter
(qtrs) => quarters
(yr) => year
(yrs) => years
(mth|mnth) => month
(mths|mnths|mos) => months
(wk) => week
(wks) => weeks
(avg|avge|ave|av) => average
(pct|prct|per cent) => percent
(yoy|y o y|y / y) => versus last year
(thru|til|till) => until
(em) => them
(gimme|gimmie) => give me
(# of|no of|nr of|num of|nbr of) => number of
(tot|totl) => total
(insted|instaed|instd) => instead

! (waht|wat|wht|hwat) => what
! (teh|hte) => the
! (hw|hwo) => how
! (lats|lst) => last
! (tahn) => than
! (adn|nad) => and
! (prev|prv) => previous
! (tho|tbh|imo|imho|atm) => ,
! the rest of [the|our] (fleet|lot|pack|bunch|field|network|others|company|business|country|estate|portfolio|world|group|team) => the rest
! may (i|we) compare => compare
! may (i|we) [please] (have|see|get|know|ask) => show
! good day => hello
! [the] average of {m:Measure} (per|a|each) {g:Unit} => average {m} per {g}
! (when|where) [the] {l:OneLevel} (was|is|were|equals) {x:Members} => for {l} {x}
! (took|takes|take|has|have|holds|hold|held|got|gets) [the] (top|first|number one) (spot|place|position) (for|on|in|by) => has the most
! (company|network|group|organisation|organization) wide => for the whole company
! (for|over|across|in|throughout|of) the (whole|entire|full) (network|company|business|fleet|firm|organisation|organization|estate|operation|portfolio) => for the whole company
! kindly (provide|send|give|show|let) [me|us] => show
! (take|keep|have|use) only => only

w more than => with more than
w less than => with less than
w fewer than => with fewer than
w over => with over
w under => with under
w / => with

# ── about numbers
five percent => 5 %
ten percent => 10 %
twenty percent => 20 %
twenty five percent => 25 %
fifty percent => 50 %
(north of) {n:Number} => over {n}
(south of) {n:Number} => under {n}
(upwards of|in excess of) {n:Number} => over {n}
! (roughly|approximately|about|around) how many => how many
! (roughly|approximately|about|around) how much => how much
(roughly|approximately|around about|more or less|approx|ballpark|give or take|or thereabouts) => the
(a couple of) => 2
(a dozen) => 12

(at all) => ,
(b4) => before
(n) => and
and (uh|um|er|erm|hmm|hm) => and
with their {x:Level} and {y:Level} => with {x} and {y}
how many (different|distinct|unique|separate) {m:DistinctCount} => how many {m}
(with us) => ,

${FRACTIONS}

# ── short of plan
! (more than|over) {n:Percent} (below|under|short of|behind) [the|our|their] (plan|target|budget) => that missed plan by more than {n}
! at least {n:Percent} (below|under|short of|behind) [the|our|their] (plan|target|budget) => that missed plan by at least {n}
! (fell|fall|came|come|ended|ended up|ran) short by {n:NumberTest} => missed plan by {n}
! (fell|fall|came|come|were|was|are|ended|ended up) (behind|below|under|short of) [the|our|their] (plan|target|budget) by {n:NumberTest} => missed plan by {n}
! (under|below|behind|short of) [the|our|their] (plan|target|budget) by {n:NumberTest} => that missed plan by {n}

# ── per person, and money
! per one (person|head) => per person
! per (one|single|each) {m:Measure} => per {m}
! (takes|take|took|makes|make|made|earns|earn|earned|bring in|brings in|brought in|pulls in|pulled in|rakes in|raked in) [the] most money => with the most revenue
! (takes|take|took|makes|make|made|earns|earn|earned|bring in|brings in|brought in|pulls in|pulled in|rakes in|raked in) [the] least money => with the least revenue

# ── one amount of another
! how (big|large|high|much|great) (is|are|was|were) {m:Measure} (relative to|in relation to|compared to|compared with|in proportion to|as a proportion of|next to) {n:Measure} => {m} as a percentage of {n}
! {m:Measure} (relative to|in relation to|in proportion to|as a proportion of) {n:Measure} => {m} as a percentage of {n}

# ── time
this {g:OneUnit} (up to|until|till|through to) now => {g} to date
(from|since) [the] (begin|beginning|start) of this {g:OneUnit} (until|till|up to|to) (now|today) => {g} to date
(past|last) couple of {g:Unit} => last 2 {g}
this {g:OneUnit} so far => this {g}
so far this {g:OneUnit} => this {g}
! {p:Year} through {q:Year} => from {p} to {q}
! through {p:Year} => in {p}
(say|let us say) (for|in) => for
first of {d:MonthName} => 1 {d}
{p:Year} against {q:Year} => {p} versus {q}
(in|into) (each|every) {n:Number} (bucket|bin|band|bracket|step|group|class) => in bins of {n}
[in|into|with] (buckets|bins|bands|brackets|chunks|classes|groups|ranges) of {n:Number} => in bins of {n}
(steps|intervals) of {n:Number} => in bins of {n}
{g:OneUnit} (by|after) {g} => by {g}
(from) {g:OneUnit} (to) {g} => by {g}
fiscal quarter (by|after) fiscal quarter => by fiscal quarter
(across|over|through|along) the week => by day of week
(since|from) the (start|beginning|begin|first day) of {p:Period} => since {p}
(calendar year|calendar|whole of|entire|all of|course of) {p:Year} => {p}
(in|during|over|for) (year|course of) {p:Year} => in {p}
(first quarter|quarter one|the 1st quarter) => Q1
(second quarter|quarter two|the 2nd quarter) => Q2
(third quarter|quarter three|the 3rd quarter) => Q3
(fourth quarter|quarter four|final quarter|the 4th quarter) => Q4
! [the] (full|whole|entire|complete) (month|quarter|year) of {p:Period} => {p}
! [the] (full|whole|entire|complete) year {p:Year} => {p}
! [the] (whole|entire|full) (first half|first half year) of the year => H1
! [the] (whole|entire|full) (second half|second half year) of the year => H2
first half of {p:Year} => H1 {p}
second half of {p:Year} => H2 {p}
(so far) {p:Period} => {p}
{s:Season} just gone => last {s}
(next to|beside|against|versus|vs|compared with|compared to) the same (months|month|weeks|days|period|time|dates|quarter|quarters) (last year|a year ago|of last year|the year before|in the year before) => versus last year
weekends only => on weekends
weekdays only => on weekdays

# ── by what
{l:Level} wise => by {l}
(one|a|a separate|separate) (line|row|bar|column|curve|series) (for|per) (each|every) {l:Level} => by {l}
(one|a|a separate) (line|row|bar|column|curve|series) per {l:Level} => by {l}
(at|on|to) {l:Level} level => by {l}
, {l:Level} level => by {l}
(split|broken|divided|sliced|cut|grouped|separated|laid|split up|broken up|sorted out|split out|broken out|broken down) [out|down|up] (by|into|per|over|across|between|along) {l:Key} => by {l}
(over|across) (the|all|all the|our|each of the) {l:Level} => by {l}
! number of {m:Measure} per {l:Level} => {m} by {l}
! number of {m:Measure} (in|at|on|for) each {l:Level} => {m} by {l}

# ── up and down
(crept up|edged up|ticked up|inched up|shot up|soared|surged|picked up|gone through the roof|rocketed|spiked) => risen
(creep up|edge up|tick up|inch up|shoot up|soar|surge|pick up|go through the roof|rocket|spike) => rise
(creeping up|edging up|ticking up|inching up|shooting up|soaring|surging|picking up|rocketing) => rising
(slipped|slid|eased off|dipped|edged down|crept down|tailed off|tanked|plunged|plummeted|slumped|nosedived) => fallen
(slip|slide|ease off|dip|edge down|creep down|tail off|tank|plunge|plummet|slump|nosedive) => fall
(slipping|sliding|easing off|dipping|edging down|creeping down|tailing off|tanking|plunging|plummeting|slumping) => falling

# ── verbs of two words
(turn down|say no to|knock back) => reject
(turned down|said no to|knocked back) => rejected
(turns down|says no to) => rejects
(call off|calls off) => cancel
(called off) => cancelled
(send back|sends back|bring back|brings back|give back|gives back) => return
(sent back|brought back|given back) => returned
(throw away|throws away|throw out|chuck away|chuck out) => waste
(thrown away|threw away|thrown out|chucked away) => wasted
(broke down|broken down) => failed
(sign up|signs up) => register
(signed up) => registered
(pay back|pays back) => refund
(paid back) => refunded
(hand in|hands in) => return
(handed in) => returned
(give up|gives up) => abandon
(gave up|given up) => abandoned
(hang up|hangs up) => abandon
(hung up) => abandoned
(turn up|turns up|show up|shows up) => attend
(turned up|showed up) => attended

# ── the rest
(with|and|,) (the rest|everything else|the others|all others|all the others) (as|in|under|into|lumped as|lumped under|grouped as|shown as|called) [one|an] (other|others) => with the rest as Others
(lump|lumping|group|put|bundle|fold) (the rest|everything else|the others) (together|up|in one|into one) => with the rest as Others
`;
