/** What people do with the answer before them, and the plain words for it; a line a way. */

export const TURNS = `

# ── what came before that, said in a question
! [and] what (did|was|were|does) [the] {s:Season} (before|before that|before it) (bring in|bring|make|come to|look like|do|give|yield|have|sell|carry) => what about the {s} before
! [and] what (did|was|were|does) [the] {s:MonthName} (before|before that|before it) (bring in|bring|make|come to|look like|do|give|yield|have|sell|carry) => what about the {s} before
! [and] what (did|was|were|does) [the] {s:Season} (before|before that|before it) (bring in|bring|make|come to|look like|do|give|yield|have|sell|carry) [,] {r} => what about the {s} before , {r}

# ── apart, and together
! @put {x:Members} [@there] [@too] [,] [and|but] (keep|leave|show|have|hold) (them|it|both|the two) (apart|separate|separately|distinct) => compare with {x}
! (tell|keep|hold|show|split|pull) (them|the two|both|these|those|the 2) apart => both side by side
! (compare|contrast) (the two|them|both|both of them|these two|those two|the two of them|the 2|one with the other|one to the other) [(side by side|next to each other|with each other|to each other)] => both side by side
! (compare|contrast) (the two|them|both|both of them|these two|those two|the two of them|the 2) [,] (by|per|for each|for every) {k:Key} => both side by side by {k}
! (put|place|set|line up|lay) (the two|them|both|both of them|these two|those two|the two of them|the 2|these|those) (side by side|next to each other|beside each other|against each other) => both side by side
! (put|place|set|line up|lay) (the two|them|both|both of them|these two|those two|the two of them|the 2|these|those) (side by side|next to each other|beside each other|against each other) [,] (by|per|for each|for every) {k:Key} => both side by side by {k}
! (put|place|set|line up|lay|compare|contrast|show) [me|us] (the two|both|these two|those two|the 2|these 2|those 2) {s:Season} [(side by side|next to each other|beside each other|against each other)] => both side by side
! (put|place|set|line up|lay|compare|contrast|show) [me|us] (the two|both|these two|those two|the 2|these 2|those 2) {s:Season} [(side by side|next to each other|beside each other|against each other)] [,] (by|per|for each|for every) {k:Key} => both side by side by {k}
! (tell|keep|hold|show|split|pull) (them|the two|both|these|those|the 2) apart [,] (by|per) {k:Key} => both side by side by {k}
! (add|sum|total|tot) (it|them|that|those|these|everything|all of it|all of them|it all|them all) [up|together] => just the total
! (add|sum|total|tot) (it|them|that|those|these|everything|all of it|all of them|it all|them all) [up|together] [,] [as|to|into] (one|a single|just one) (total|number|figure|sum) => just the total
! [and] (put|show|add|give|have|stick|print) [me|us] [the] (totals|total|sums|sum|grand total|a total|a total row) (at|on|along|in) [the] (bottom|end|foot|top|side|last row|last line) => with totals

# ── the whole of it
! (for|over|across|in) the (whole|entire|full) (group|system|country|lot|place) => without the filter
! [and] (overall|everywhere|all over|all together|all in all|as a whole|for everyone|for everything) [now|then|please] => for the whole company
! @same [,] for the (whole|entire|full) (network|company|business|fleet|firm|group|organisation|organization|estate|operation|system|portfolio) => without the filter

# ── so many of them
! [and] [so] how many [{l:Level}] [actually|really|in fact] (made it|made plan|made target|got there|hit it|hit plan|hit target|managed it|reached it|met it|met plan|met target|made the plan|made the target) => how many of them reached plan
! [and] [so] how many [of them|of these|of those] (halved|were halved|have halved|fell by half) => how many of them fell at least 50%
! [and] [so] how many [of them|of these|of those] (doubled|have doubled|at least doubled) => how many of them rose at least 100%
! [and] [so] how many of the {n:Count} (are|were|have|had|is|was) {r} => how many of them are {r}

! how many (are we talking [about]|are we speaking of|does that make|is that all told|do we have then|is that now) => how many is that

# ── index
! index (it|that|this|them|these) (so|so that|such that) {p} (is|equals|was|=) 100 => indexed to {p}
! (set|make|put|take) {p:Period} (to|at|as|=|equal to) 100 => indexed to {p}
! [with|where|so that] {p:Period} (is|equals|=|at|as) 100 => indexed to {p}

# ── when it did
[and] (when|where|in which|at which|on which|in which of them) (did|does|was|were|is|are|has|have) (it|they|this|that) [ever|actually|really] (go|get|got|gone|rise|climb|come in|been|stay|stand|lie|fall|drop|sink|dip|come out|end up) {t:NumberTest} => only those {t}
! [and] (when|where) (was|is|were|are) (it|they|this|that) {t:NumberTest} => only those {t}

# ── beside another
[and] (is|was|are|were|does|did) (it|that|this|they) [any|much|a lot|a bit|even|also|just as|as] (worse|better|higher|lower|different|more|less|bigger|smaller|longer|shorter|cheaper|dearer|faster|slower|bad|good|high|low) (for|in|at|on|with|over) {x:Members} [@too] => compare with {x}

[and] [is it|is that|are they|was it|was that|were they] (longer|higher|better|worse|more|shorter|lower|less|fewer|bigger|smaller|cheaper|dearer|faster|slower|later|earlier) than {x:Members} [@too] => compare with {x}
! [and] how much [money] (did|do|does|has|have) (that|those|they|it|these|this) (cost|costs) [us] [{r}] => cost {r}
[and] is (that|this|it) (a lot|much|many|too much|too many|high|low|too high|too low|good|bad|okay|ok) => is that normal

# ── one part only, at the end; on average a day; all of them again; by which percent
[and] {x} , {s:Set} only => {x} , only {s}
[and] {s:Set} only => only {s}
[and] on average how (many|much) (a|per) {g:OneUnit} [,] (for|by|per|on) (each|every|the) {k:Key} => average per {g} by {k}
[and] how (many|much) (a|per) {g:OneUnit} on average [,] (for|by|per|on) (each|every|the) {k:Key} => average per {g} by {k}
[and] (one|a|an|a single) {c:ChartKind} for [the] (whole|all|entire) [of] {r} => as {c} for {r}
[and] all [the] {g:Unit} again => without the filter
[and] all [the] {g:Unit} again [,] {r} => without the filter , {r}
! [the] (worst|lowest|smallest|weakest) [one|ones] (in|by|as) (percent|percentage|percentage terms|relative terms|%) => bottom 1 by % difference
! [the] (best|highest|biggest|largest|top|strongest) [one|ones] (in|by|as) (percent|percentage|percentage terms|relative terms|%) => top 1 by % difference

# ── which did it
{r} [,] which [ones|one|of them] (are|is) (dragging|pulling|holding|weighing) (us|it|them|everyone) (down|back) => {r} , worst first
[and] which [ones|one|of them] (are|is) (dragging|pulling|holding|weighing) (us|it|them|everyone) (down|back) => worst first
! [only|just] [show] [me] [only|just] [the] (ones|those|them|the ones) (missing|that missed|which missed|that miss|which miss|not reaching|failing|that did not reach|below|under|short of|behind|off) (it|them|that|[the|our|their] (plan|target|budget)) => only those that missed plan
[and] [which] [ones|of them|one] [is|are|were|was] (shrinking|falling|declining|dropping|going down|losing) [ones] [instead] => only those that fell
[and] [which] [ones|of them|one] [is|are|were|was] (growing|rising|climbing|going up|gaining) [ones] [instead] => only those that rose
[and] what (did|do|does|has|have) (they|it|that|this|these|those) (cost|costs) [us] [{r}] => cost {r}
[and] what (did|do|does|has|have) (they|it|that|this|these|those) (bring in|earn|take in|make us|earn us|bring us) [{r}] => revenue {r}
! (who|which|which one|which of them|which of these|which {l:OneLevel}) (missed|fell short of|came short of|failed) [it|plan|target|the plan|the target|budget|the budget|their plan|their target] (by|with) [the] (most|widest margin|biggest margin|largest margin|biggest gap|largest gap|furthest) => worst shortfall first
! (who|which|which one|which of them|which of these|which {l:OneLevel}) (is|was|are|were) [the] (most|furthest|farthest|worst) (below|under|behind|short of) [the|its|their] (plan|target|budget) => worst shortfall first
! [and] (who|which one|which of them|which of these|which {l:OneLevel}) (is|was|are|were) [the] most punctual [one] => which has the best punctuality
! [and] (who|which one|which of them|which of these|which {l:OneLevel}) (is|was|are|were) [the] least punctual [one] => which has the worst punctuality
! (who|which one|which of them|which of these|which {l:OneLevel}) (eats|eat|ate|eats up|swallows|swallowed|burns|burned|gobbles up|guzzles|uses up) [the] most {m:Measure} => which has the most {m}

! (which|who|which one|which of them|which of these) (grew|grows|is growing|has grown|rose|is rising|climbed|improved) [the] (fastest|quickest) => which grew fastest
! (which|who|which one|which of them|which of these) (fell|is falling|has fallen|dropped|shrank|declined) [the] (fastest|quickest) => which fell fastest

# ── the members of which
! in (every|each) {x:Key} (rather than|instead of|and not|not) [(every|each|the)] {y:Key} => by {x} instead of {y}
! (that|this|the) (bottom|top|last|first) (bunch|lot|group|set|crowd) => those
! @cut the rest [,] [and] (show|only|give|just|keep|see|let us see|let me see) [me|us] [only|just] {x} => only {x}
! (back|go back|return) to the (top|best) {n:Percent} (but|and) (rank|rank it|rank them|ranked|order|sort) by {m:Measure} => top {n} by {m}
! (back|go back|return) to the (bottom|worst|last) {n:Percent} (but|and) (rank|rank it|rank them|ranked|order|sort) by {m:Measure} => bottom {n} by {m}
! (the rest|others) alone => only the rest

# ── measures, breakdowns and members put in
! (replace|swap|change|exchange) [the] {y:Shown} (by|with|for|to|into) [the] {x:Shown} => {x} instead of {y}
! (may|can|could) (i|we) (have|see|get|compare) (it|that|this) {r} => {r}
! (i|we) [also|really] (need|want|like) also {x} => add {x}
! (i|we) also (need|want|would like|like) {x} => add {x}
! as well as {y:Shown} [,] give [me] {x} => add {x}
@put {x} @there [@too] => add {x}
@put {x} [@too] @there => add {x}
@put [also] {x} @too [@there] => add {x}
[to] @put also {x} => add {x}
(+|plus|&|with also|and with|and also|also|also with|also show|together with|along with|as well as that|on top of that|not forgetting|and not to forget|add in|tack on|throw in|chuck in|stick in|pop in|include|inlcude|let us add|and include) {x} [@there] [@too] => add {x}
(i|we) [also|really|ought to|should|must|would] [also] (need|want|like|have) [to have|to see|also] {x} @there [@too] => add {x}
(i|we|she|he|they|everybody) [would|will|do] (also|too|additionally) (need|want|like|wants|needs|likes) [to have|to see] {x} [@there] => add {x}
(she|he|they) [would] [also] (like|wants|needs|want|need|likes) [to have|to see] {x} [@there] [@too] => add {x}
{x} (should|ought to|needs to|has to|must|could|belongs) [be|go|belong|appear] @there [@too] => add {x}
{x} @too => add {x}
@same [but] [with] {x} (added|added on|on top|included|thrown in|as an extra) => add {x}
as well as {y:Shown} give {x} => add {x}
(both|let us see both|see both) {y:Shown} and {x:Shown} => add {x}
(i|we) (want|need|would like|like) {x} (shown|displayed|put|listed) (together|along|alongside|next|in addition) (with|to|beside) {y} => add {x}
@keep {y:Shown} [but|and] [also|have|put|add|show] {x:ShownList} [@there] [@too] => add {x}
bring {x} (into|in to) [the] (picture|view|table|chart|frame|mix|comparison) [@too] => add {x}
w/ {x:ShownList} => add {x}
(mind|would you mind|fancy) (putting|adding|including|having|showing|throwing) {x} [in] @there => add {x}
(extra|another|additional|one more|new|further) column [for|with|of] {x} => add {x}
@put {x} (in|on|as) [an|another|extra|one more|additional] (column|columns) [@too] => add {x}
[with] {x} as [an] [extra|additional|another|one more|further] column [@too] => add {x}

# ── what stays as it is, said of it
! {r} [,] [for|in|over|with|on|at] [the] same (split|view|breakdown|number|numbers|measure|figure|figures|period|quarter|year|month|week|dates|days|stretch|filter|filters|conditions|basis|comparison|members|ones) => what about {r}
! (pit|put|set|hold|compare) (her|him|it|them|that|this|those|these) (against|next to|beside|alongside|to|with) [all] the (rest|others) [of the {-}] => vs the rest
! [how] [did|do|does|were|was|have] [the] same {n:Count} [{l:Level}] [look|do|doing|fare|perform|go|stand] (in|over|for|during) {p:Period} => for those in {p}
! [go|change|switch] [back|over] to [the] (plain|normal|real|actual|ordinary|raw) (euros|dollars|pounds|money|figures|numbers|values|amounts) [again] => plain numbers
! both [the] {x:Shown} and [the] {y:Shown} => {x} and {y}
! (without|no|without a|with no) comparison [,] {r} => without comparison , {r}
! [and] [now] [all] [the] {l:Level} [,] (no|without|without any|not) (lumping|lump|grouping|others|lumped together) => all {l} again
! (no|without|without any) (lumping|lump|others row) => without others

# ── how far something moved
! (which|who|which one|which of them|which of these|which {l:OneLevel}) [of them|of these] (gained|grew|rose|increased|improved|climbed) [the] least => which fell most
! (which|who|which one|which of them|which of these|which {l:OneLevel}) [of them|of these] (fell|dropped|declined|shrank|lost|decreased) [the] least => which grew most
! (which|who|which one|which of them|which {l:OneLevel}) (has|had|have|saw|shows|showed) [the] (biggest|largest|highest|greatest|strongest|steepest) (increase|gain|rise|growth|jump|climb) => which grew most
! (which|who|which one|which of them|which {l:OneLevel}) (has|had|have|saw|shows|showed) [the] (biggest|largest|highest|greatest|strongest|steepest) (decrease|drop|fall|decline|loss|slump) => which fell most
! in (heads|people|persons|units|pieces|euros|pounds|dollars|money|numbers|absolute numbers|real numbers|actual numbers|counts) [,] not [in] (percent|percentages|%|a percentage|shares) => plain numbers
! in (heads|units|pieces|absolute numbers|real numbers|actual numbers) (instead of|rather than) (percent|percentages|%|shares) => plain numbers

# ── one level up, or down
! (tally|count|total) [(it|them|that|those|these)] [up] (by|per|for each) {k:Key} => by {k}
! (roll|sum|bring|take|add) (it|that|them|this|these) (up|together) (to|into|by) [the] [whole|full|entire] {g:Unit} [,] (no|not|without|instead of|rather than) {y:Key} => by {g} instead of {y}
! (roll|sum|bring|take|add) (it|that|them|this|these) (up|together) (to|into|by) [the] [whole|full|entire] {g:Unit} => by {g}
! {g:Key} (are|is|will be|would be) (enough|sufficient|fine|plenty|good enough) [,] (no|not|without|i do not need|we do not need|forget) [the] {y:Key} => by {g} instead of {y}
! (stay|stick|keep|remain) with {x:Members} and (take|bring|get|show|give) [me|us|it] (down|in|up|on) to [the] {k:Key} => only {x} by {k}
! (zoom|drill|go|dive|look) (into|in to|in on|down into|inside) (that|this) {l:OneLevel} [,] {k:Key} by {k} => only that {l} by {k}
! (zoom|drill|go|dive|look) (into|in to|in on|down into|inside) {x:Members} [,] {k:Key} by {k} => only {x} by {k}
! {k:Key} by {k} [,] (for|in|within|inside) (that|this) {l:OneLevel} => only that {l} by {k}
! [and] how many {m:Measure} (was|is|were|did|has|have|does|had) (that|this) {l:OneLevel} (in charge of|responsible for|handle|handled|do|done|make|made|run|lead|led|have|take|taken|get|serve|served|carry|out on|look after) [{r}] => {m} for that {l} {r}
! how many {m:Measure} (did|does|has|had) (that|this) (person|one|man|woman|guy|lady|chap) (do|done|make|made|have|had|run|take|taken|get|handle|handled|lead|led|serve|served|carry) [{r}] => {m} for that one {r}
! (leave|keep|show|have|want) [me] only (those|the ones|ones|these) (with|over|above|having) (more than|over|above|at least) {n:Number} => only the ones over {n}
too (fine|coarse|narrow|wide|rough|small|big) [,] [make it|make them|use|try|go for] [in] (steps|bins|buckets|bands|ranges) of {n:Number} [instead] => in bins of {n}

# ── measures changed
{x} (not|and not|rather than|instead of|in place of|over) {y:Shown} => show {x} instead
(i|we) (rather|sooner|prefer|would rather|would sooner|would prefer) [to] [see|have|look at|get|take] {x:ShownList} [instead] => show {x} instead
! @swap {y:Shown} (for|with|to|by|into|in favour of) {x:Shown} => show {x} instead
! (forget|forget about|never mind|ignore|leave|scrap|skip|drop|lose|ditch|not|no) {y:Shown} [and|,] [@show|take|use|have|do|try|i want] {x:ShownList} [instead] => show {x} instead
! (instead of|rather than|in place of|in lieu of) {y:Shown} [i want|i need|show|give|we want|i would like|let us see|let me see|take|use|have] [to have|to see|me] {x:ShownList} => show {x} instead
@same [view|chart|table|breakdown|thing|picture|report|question] [,] [but] [with|by|for|using|on] {x:Shown} (as [the] (metric|measure|figure|number|value|kpi|indicator)|instead|in place of {y:Shown}) => show {x} instead
flip {y:Shown} out [and] {x:Shown} in => show {x} instead
[the] (metric|measure|figure|number|kpi|value|indicator) (should be|should have been|ought to be|is|must be|needs to be|has to be) {x:Shown} [instead|not {y:Shown}] => show {x} instead
it is [rather|really|actually|more] {x:Shown} [that] (interests|interest|matters|counts|matter|i want|we want|i need|we need|i am after|we are after) [me|us|most|here|to me|to us] => show {x} instead
@make [into|to] {x:Shown} [instead] => show {x} instead
measure [it|that|this|them] (by|in|with|on) {x:Shown} [instead] => show {x} instead
(change|switch|set) [the] (metric|measure|figure|kpi) (to|into) {x:Shown} => show {x} instead
{x:Shown} @rather => show {x} instead
(wait|sorry|no|hang on|hold on) [,] wrong (metric|measure|figure|number|one) [,] [i need|i want|should be|it should be|use|take|show] {x:Shown} => show {x} instead
(i|we) [actually|really] (meant|wanted|was after|needed) {x:Shown} not {y:Shown} => show {x} instead
(no|no no|sorry) [,] [i|we] [meant|wanted] {x:Shown} not {y:Shown} => show {x} instead

# ── measures and breakdowns taken out
(i|we) (only|just) (wanted|need|needed|want|meant|asked for) {x:Measure} => just {x}
@cut {x} [column|columns|measure|figure|line|series|bit|part|split|breakdown|level|grouping|row|rows|from it|from that|from the table|from the chart|from this|altogether|completely|entirely] [@out] [again] [,] [it is not needed|not needed|it is noise|not relevant|it does not matter|it does not help|we do not need it|i do not need it] => drop {x}
(take|leave|strip|cut|filter|kick|chuck|throw|knock|rule|keep|weed|screen|get) {x} [column|split|breakdown|level|series] @out [again] => drop {x}
! no [more] {x:Shown} [column] => drop {x}
(no need for|no need of|there is no need for|no need 4|i do not need|we do not need|not need|i not need|we not need|do not need|i not want|we not want|not want|i could do without|we could do without|could do without) {x} [any more|anymore|now|there|in there|here|column] => drop {x}
{x} (is|are) [just|only|really] (noise|not needed|unnecessary|superfluous|irrelevant|in the way|skewing it|skewing things|distorting it|distracting|too much|odd|wrong|off|an outlier|outliers|weird|confusing) [,] [so] [please] (take|leave|drop|remove|lose|cut|hide|ditch|not) [it|them|that] [out|off|away|have it in|have them in] => drop {x}
{x} was (odd|weird|strange|unusual|exceptional|an exception) [,] [so] [let|let us] (not have it in|leave it out|drop it|skip it|exclude it) => without {x}
not sure (we|i) (want|need) {x} [there|in there|here] [,] (take|leave) (it|them) (out|off) => drop {x}
@cut {x:Level} (split|breakdown|level|grouping|dimension|cut) => drop {x}
@cut [the] (split|breakdown|grouping|cut) (by|into|per|over) {x} => drop {x}
(do not|not|stop|quit|no longer) (split|splitting|break|breaking|group|grouping|divide|dividing|slice|slicing|cut|cutting) [it|that|this|them] [down|up|out] (by|into|per) {x} [any more|anymore] => drop {x}
! (no|without|without the|minus the) {x:Level} (breakdown|split|grouping|level|detail|dimension) => drop {x}
(i|we) not (need|want) (it|that|this|them) [split|broken down|grouped|cut] (by|per) {x} [any more|anymore] => drop {x}
collapse [the] {x:Level} [level|split|breakdown] => drop {x}
(merge|collapse|combine|fold|lump|roll|squash|put|group) [all] [the] {x:Level} (into one|together|in one|into a single one|up into one|to one|into one number) => drop {x}
(too much detail|too detailed|too busy|too crowded|too many rows) [,] (drop|lose|remove|without|leave out) {x} [split|breakdown|level] => drop {x}

[just|only] [the] (overall|total|one|single|whole) (figure|number|total|value) [,] [and] (no|without|without any|not any) (breakdown|split|breakdowns|split up) => just the total
one single number [please] [,] not split => just the total
(do not|not) (split|break|divide) (it|that|this) [down|up] at all => just the total
! all [the] {x:Level} (together|combined|put together|taken together) [in one number|in one|as one|in one figure] => just the total
only the total [i need|i want] [,] not each {x:Level} => just the total

# ── broken down
by {x:Level} rather => by {x} instead
(what|how) (if|about) (it|that) by {x} [instead] => by {x} instead
[give me|give us|show] {u:Unit} rather => by {u}
! [and|now|then] (cut it|cut that|cut this|cut them|slice it|slice that|slice this|slice them|carve it up|carve that up|chop it up|chop that up) (by|into|per|across|along) {k:Key} [for (me|us)] => by {k}
(and|now|then) [also] @split (by|into|per|across|over|along) {x} @too => also by {x}
@split (by|into|per|across|over|along) {x} @too => also by {x}
@split (again|further|more|down|once more) [by|into|per|across] {x} [@too] => also by {x}
@split (also|additionally|in addition|further|too) (by|into|per|across) {x} => also by {x}
(split|separated|broken down|divided|grouped|sliced) (also|too|further|additionally) (by|into|per|across) {x} => also by {x}
(for|by|per|in) [each|every] {x:Level} @too => also by {x}
(cross|combine|intersect|cross tabulate|crosstab|tabulate) (it|that|this|them) (with|by|against) {x} => also by {x}
[(i|we) (need|want|would like)] [the] {x:Level} (breakdown|split|detail|dimension|grouping) @there [@too] => also by {x}
(i|we) (need|want|would like) [the] {x:Level} (breakdown|split|level|detail|dimension|grouping) @too => also by {x}
(put|add|throw|stick) [another|one more|an extra|a further|a second] (layer|level|dimension|split|breakdown|grouping) [in|on] [,|for|with|by] {x} => also by {x}
(brake|brake it|break it|break that) down by {x} also => also by {x}
{x:Level} (wise|ways) @too => also by {x}
(one|a) (row|line|bar) (for|per) each {y:Level} and {x:Level} => by {y} and {x}
(slice|split|cut|break|divide|separate) (those|these|the|all) {y:Level} [down|up|out] (by|into|across) {x} => also by {x}
what does (it|that|this) look like with {x} in [the] (split|breakdown|mix|picture) [@too] => also by {x}
(by|and by) {x:Level} (within|inside|in|under) (each|every|the) {y:Level} [@too] => also by {x}
(and|and then) further (by|into) {x} => also by {x}
(make|have|do) [it|that|this|them] [by|per|for each] {x:Level} [level] @rather => by {x} instead
! (at|on) [the] {x:Level} level [instead of|rather than|not] [the|at] {y:Level} [level] => by {x} instead
(at|on|to) [the] {x:Level} level [instead|rather] => by {x} instead
[show|can you show|see|have|put|use|take] {x:Level} @insteadof [by] {y:Level} => by {x} instead
(i|we) (sooner|rather|prefer|would rather|would sooner|would prefer) [have|see|get|like] [it|that|this] [split|broken down|grouped|cut] (by|per) {x} => by {x} instead
(i|we) (sooner|rather|prefer|would rather|would prefer) [have|see|get|like] [the] {x:Level} => by {x} instead
! (switch|move|change|go|flip|swap|turn) [it|that|this|over] to [the] {x:Level} [level|view|breakdown] => by {x} instead
(regroup|recut|redo|resplit|rearrange|reorganise|reorganize|recast) [it|that|this] [by|into|,] {x} [instead] => by {x} instead
! (instead of|rather than|in place of) [by] {y:Level} [let me see|i want|show|give|take|use|let us see|can i have|by] [by] {x:Level} => by {x} instead
rather [by] {x:Level} => by {x} instead
! [no|no no] [,] [by] {x:Level} [,] not [by] {y:Level} => by {x} instead
{x:Level} not {y:Unit} => by {x} instead
(swap|switch|replace|change|substitute) [the] {y:Level} (for|with|by|to) [the] {x:Level} => by {x} instead
(what if|how about|what about) [it|that] (is|was|were) by {x} [instead] => by {x} instead
(no|oops|sorry|wait|no no|hang on) [,] [i] [meant] by {x} => by {x} instead
! (i|we) [actually] (wanted|meant) [by] {x:Level} [,] not [by] {y:Level} => by {x} instead
wrong (split|breakdown|level|grouping|cut|dimension) [,] [it] [should be|should have been|must be|i need|i meant|use] [by] {x} => by {x} instead
! (just|only|simply|purely) by {x:Level} => by {x} instead
! (keep only|just keep|only keep|show only|only show) [the] {x:Measure} => just {x}
! {x:Measure} (alone|on its own|by itself|on their own|and nothing else|nothing else) [is enough|will do|suffices] => just {x}
! {x:Level} (alone|on its own|by itself|only) [is enough|will do|suffices] => by {x} instead

! (in|into|by) (rising|ascending|increasing|growing) order => sort ascending
! (in|into|by) (falling|descending|decreasing|shrinking) order => sort descending
! (order|sort|rank|arrange) [it|them|that|these] by size [,] [with] [the] (largest|biggest|highest) [one|ones] (first|on top|at the top) => sort descending
! (order|sort|rank|arrange) [it|them|that|these] by size [,] [with] [the] (smallest|lowest) [one|ones] (first|on top|at the top) => sort ascending

# ── only, without
@cut [all] (everything|anything|all|everyone) [of|from|that is|that are|which is|in|on] [the] {x:Members} [ones|{l:Level}] => without {x}
@cut [all] [of] [the] {x:Members} ones => without {x}
(take|leave|drop) all [of] [the] {x:Members} [ones|{l:Level}] (out|away|off|aside) => without {x}
! {l:Level} (one by one|one at a time|individually|separately) => by {l}
[just|only] [the] {x:Members} {l:Level} (one by one|one at a time|individually|separately|each) => only {x}, by {l}
(zoom|go|step|come|pull) [back] (out|up) to [the] {l:Level} => up to {l}
(which|what) {l:Level} (make|makes|made|go into|are in|is in) (that|it|this) [up] => by {l}
(which|what) {l:Level} is (that|it|this) made [up] of => by {l}
[and] (what|which) (share|percentage|part|proportion) is each [of them|one|of those] => as a share
{u:Unit} (is|are) enough [,] [no|not|without] [{v:Unit}] => by {u}
(spread|lay|spread out|lay out) (it|that|this|them) [out] (over|across|by) [the] {k:Key} => by {k}
[too] (fine|coarse|narrow|wide|small|big|detailed) [,] [make them|make it|use] {n:Number} wide => in bins of {n}
{n:Number} wide [please|each] => in bins of {n}
(make|have) [the] (buckets|bins|bands|steps) {n:Number} [wide] => in bins of {n}
(scratch|strike|forget|undo|cancel|take back) (that|this|it|the last one|the last bit) => undo
(back|go back|return) to [the] [very] (first|original) [one|question|answer|view] => back to the first
(lose|drop|remove|get rid of|hide|leave out) [the] (ones|those|rows|{l:Level}) with (zero|no|0|nil) [{m:Measure}] => only the ones over 0
(lose|drop|remove|get rid of|hide) (anything|everything|those|the ones) that (gained|rose|grew|increased) [by] (under|less than|below) {n:Number} => only the ones that rose at least {n}
! [and] [the] (biggest|largest|steepest|worst|sharpest) (drops|falls|declines|decreases|losses|losers) (instead|rather|now) => which fell most
! [and] [the] (biggest|largest|steepest|best|sharpest) (gains|rises|increases|gainers|winners) (instead|rather|now) => which grew most
(which|which of|which ones) [of] [those|them|these] (came in|were|fell|are|came out) (under|below|short|behind) => which of them missed it
(which|which of|which ones) [of] [those|them|these] (came in|were|are|came out) (over|above|ahead) => which of them beat it
(who|which) missed it by the (widest|largest|biggest|furthest) (margin|gap|distance) => which missed the plan by the most
what (percentage|share|percent|proportion) (falls|fall|is|are|lies|lie) in each [of them|one|bin|bucket|band|range] => as a share
! {x:Members} {l:Level} only => only {x}
! [and] which [ones|of them|of these] (halved|were halved|have halved|fell by half) => only the ones that fell at least 50%
! [and] which [ones|of them|of these] (doubled|have doubled|at least doubled) => only the ones that rose at least 100%
(only|just) [the] ones that (fell short|missed it|came in under|were under|were short) by (more than|over) {n:Percent} => only the ones below plan by over {n}
(just|only|simply|solely|uniquely|purely) (show|give|keep|take|have|use|look at|want) {x} => only {x}
(show|keep|leave|take|have|want|consider) (only|just|solely|uniquely|nothing but|nothing except) {x} [in] => only {x}
(uniquely|solely|purely|nothing but|nothing else than|none but|exclusively|jsut|justthe) {x} => only {x}
@limit {x} [only] => only {x}
@keep {x:Members} [and|but|,] [please] (lose|drop|remove|hide|ditch|bin|leave out|get rid of|delete|discard|forget|take out|exclude) @others => only {x}
(drop|remove|lose|hide|ditch|exclude|ignore|forget|cut|get rid of|bin|delete|throw out|leave out) (everything|all|everyone|anything|all of them|them all|everything else) (except|but|apart from|besides|other than|except for|bar|save|aside from) {x} => only {x}
@same [thing|again|view] [,] [but] (within|inside|in|only|only in|only for|for|just for) {x:Members} only => only {x}
(leave|keep) (only|just) {x} [in] => only {x}
{x:Members} (on its own|on their own|alone|by itself|by themselves|in isolation|and nothing else|and nohting else|nothing else|and no other|and no others|and that is it) => only {x}
{x:Period} (on its own|alone|by itself|and nothing else|and nohting else|nothing else) => only {x}
(not) [the] whole (year|period|thing|range|time) [,] (just|only) {x} => only {x}
(zoom|focus|home|concentrate) (in|in on|in to|into|on|only on) {x} => only {x}
! (everything|all|all of them|everyone|anything|every one|every one of them|the lot) (but|bar|except|apart from|save|besides|aside from|other than|except for) {x} => without {x}
(what|how) (does|do|would) (it|that|this) look [like] (if|when) (we|you|i) (leave|took|take|drop|exclude|ignore|remove|leave aside|took out|dropped|left) [out|aside|away] {x} [out|aside|away] => without {x}
@same [thing|again] [,] [but] (minus|without|excluding|less|bar|except) {x} => without {x}
(leave|take|keep|strip) {x} (off|out|aside|away|out of it|out of this|out of that) => without {x}
(leave aside|set aside|put aside|strip out|never mind|forget about|pay no attention to|exclude|sans|less) {x:Members} => without {x}
(ignore|ignoring|disregard|disregarding|discount|discounting|discard|excluding|excl|omitting|skipping|barring) {x:Members} => without {x}

# ── members added and swapped
! (switch|change|flip|go|move) [over] to {x:Members} [instead] => what about {x}
! (and) [also] for {x:Members} [,] [and] (keep|keeping|leave|with) {y:Members} [too] => add {x}
@put {x:Members} [in|on] [there] [@too] (with|beside|next to|alongside|together with) {y:Members} => add {x}
(i|we) [ought to|should|must] (have|need|want) {x:Members} @there [i guess|i think] => add {x}
{x:Members} @insteadof {y:Members} => without {y}, add {x}
(take|leave|drop|lose|kick|swap|throw) {y:Members} [out] [and] (put|bring|have|take|add|include|get) [in] {x:Members} [in|instead|in there] => {x} instead of {y}
! (change|switch|turn|exchange|swap|replace) {y:Members} (to|for|with|by|into) {x:Members} => {x} instead of {y}
! (substitute|sub|swap in) {x:Members} for {y:Members} => {x} instead of {y}
(can|could) (it|that|this) be {x:Members} @insteadof {y:Members} => {x} instead of {y}
(put|use|have|take|show) {x:Members} @insteadof {y:Members} => {x} instead of {y}
(use|put|have) {x:Members} where (you|we|i) (had|have|put|used) {y:Members} => {x} instead of {y}

! @same [thing|again|question|view] [,] [but] (for|with|in|of) {x:Members} [{l:Level}] (instead of|rather than|in place of|not) {y:Members} [ones|{k:Level}] => {x} instead of {y}
! - {x:Members} => without {x}
! + {x} => add {x}

# ── all of them again
! (forget|scrap|never mind|undo) (that|it|this) [,] all [the] {l:Level} again => all {l} again
(put|bring|have|get|show|take) [all] [the] [other|remaining|rest of the|rest of] {x:Level} (back|back in|again|in again|back again) => all {x} again
(put|bring|have|get) back [all] [the] [other|remaining|rest of the|rest of] {x:Level} => all {x} again
(again|once more) [with] all [the] {x:Level} [inside|in it|in] => all {x} again
(every|each|any) {x:Level} again => all {x} again
any {x:Level} => all {x} again
(each|every) {x:Level} => by {x}
(all|every) [the] {x:Level} (agian|again|please|back|once more|once again) => all {x} again
(show|back to|return to|go back to) (all|every|all of) [the] {x:Level} [again] => all {x} again
(not) (just|only) {y:Members} [,] [but] (all|all of them|everyone|everything|the lot|every one) => clear the filters
(quit|stop|no longer|undo|remove|drop|lose|take off|without) (filtering|filter|limiting|limit|restricting|narrowing) (on|to|by|for) {y:Members} => clear the filters
(undo|remove|drop|lose|take off|lift|clear|delete|get rid of|without) [the] {y:Members} (filter|filters|limit|restriction|condition) [again] => clear the filters
(take|get|wipe|lift|clear|claer|lose|drop|remove|delete|strip|cancel|undo|kill|reset|ditch) [off|away|rid of|out] [all|all of] [the|any|my|our|those|these] (filters|filter|conditions|restrictions|limits|limitations|criteria) [off|away|out|again] => clear the filters
(no|without|without any|all|lose the|any) (filters|filter|conditions|restrictions) [away|off|at all|gone] => clear the filters
(unfilter|unfiltered) [it|that|this] => clear the filters
(i|we) not want (any|the|these|those) (filters|conditions|restrictions) [on|in] [this|that|it|here] => clear the filters

# ── periods
(everything|all) [that] (we|you) (got|have got) [,] [any date|any year|any time|for all time|ever] => all time
(switch|change|go|move) to {x:Level} and (use|take) {p:Period} => by {x} instead , for {p}
! how (did|does|was|is) (it|they|he|she|that one|that) [do|fare|look|go] [the|a] {g:OneUnit} (before|earlier) [that] => vs the {g} before
(make|change|move|switch|set|shift) [it|that|this|the year|the period|the month|the quarter|the date|the dates|the time] (to|into|for) {p:Period} [instead] => for {p}
(make|have|do) (it|that|this) {p:Period} [instead] => for {p}
[show|give|take|use|have|see|get] {p:Period} @insteadof {q:Period} => for {p}
! [and|oh and|oh] {p:Period} [,] (not|and not) {q:Period} => for {p}
(can|could) (i|we) (get|have|see) [the] {p:Period} (numbers|figures|values|data|results) [instead] => for {p}
[the] {p:Period} (numbers|figures|values|data|results|version|edition) [instead] => for {p}
(what abuot|whta about|waht about|wot about|what bout|how abut) {x} => what about {x}
(between|from) {p:Period} (and|to) {q:Period} [rather|instead] => from {p} to {q}
(now|and now|then|let us look at|let us see|look at|and|next) {p:Period} => for {p}
(how|what) (was|is|were|did|does|about) (it|that|this|things) [look|looking|do|go] [like] [in|for|during] {p:Period} => for {p}
how (did|does|do) (it|that|this|things|we|they) (look|go|do|fare) [like] (in|for|during) {p:Period} => for {p}
(no|without|without any|drop the|remove the|lose the|forget the|any|lift the|all) (date|time|period|year|yr|dates|years) [limit|filter|restriction|limits|range|at all|on it|of it] [at all|on it|please] => all time
(not|not only) (just|only) {p:Period} => all time
(everything|all) [that] (we have|we have got|weve got|there is|you have|you have got|youve got) [,] [any date|any year|any time|for all time|ever] => all time
(drop|remove|lose|take off|undo|lift|clear|delete|forget) [the] {p:Period} (filter|limit|restriction|condition|bit|part) => all time
(not|do not) (limit|restrict|narrow|confine) [it|that|this] to {p:Period} => all time
(open|widen|extend|broaden|expand) (it|that|this) [up] (to|over|across) (all|every) [the] (years|time|dates|periods|data|history) => all time
(lifetime|all time|whole history|entire history|full history|complete history|ever|since ever|since the start|since the beginning|from the start|from the beginning|any year|any yr|every year|all years) [numbers|figures|values|data|results|total|totals] => all time
(just|if you just) (took|take) [the] (year|date|period|time) filter off => all time

# ── time grains
! (second|other|latter|last) half of the (year|period) => for H2
! first half of the (year|period) => for H1
(the whole|the entire|the full|all of the|whole|entire) first half of the (year|period) => for H1
(the whole|the entire|the full|all of the|whole|entire) second half of the (year|period) => for H2
(see|have|show|get) (it|that|this) in {g:Unit} => by {g}
(could|can) (i|we) (see|have|get) (it|that|this) (in|by|per) {g:Unit} => by {g}
(make|have|do|put|show|turn|group|roll|bundle|aggregate|sum|collect|combine) [it|that|this|the {h:Unit}|those {h:Unit}] [up] (to|into|in|by|as|over) {g:Unit} [instead|rather] => by {g}
(make|do|give|have|take|use) [it|that|this|me|us] {g:Unit} (not|instead of|rather than|instead|rather) [{h:Unit}] => by {g}
[the] {h:Unit} (up|rolled up|grouped|bundled) (to|into|in) {g:Unit} => by {g}
(roll|group|bundle|aggregate|sum|collect|combine) [the] {h:Unit} [up] (into|to|by|in) {g:Unit} => by {g}
(could|can) (it|that|this) be (finer|coarser|more detailed|less detailed) [,] [like|so|say|maybe] (every|each|by|per) {g:Unit} => by {g}
(finer|coarser|more detailed|less detailed) [,] [like|so|say|maybe] (every|each|by|per) {g:Unit} => by {g}
(go|have it|take it|run it|put it|see it|show it|do it) {a:UnitAdverb} => {a}
{a:UnitAdverb} (please|instead|rather|numbers|figures|values|view|basis) => {a}
(on|in) [a] {a:UnitAdverb} (basis|steps|view|terms|rhythm|intervals|resolution) => {a}
! (half yearly|by half year|by halves|half years|per half year|semi annually|six monthly|by half|every half year) => by half year
month by month => by month

# ── ranks
! rank [it|them|these|those|that] (on|by) {x:Shown} (rather than|instead of|not|and not) [by] {y:Shown} => show {x} instead
! (rank|sort|order|list) (it|them|these|those|that|the {l:Level}) [from] (best|strongest) to (worst|weakest) => best first
! (rank|sort|order|list) (it|them|these|those|that|the {l:Level}) [from] (worst|weakest) to (best|strongest) => worst first
(only|just|keep|show|give|see|want|need|have|take|limit to|limit it to|trim to|trim it to|trim that to|cut to|cut it to) [the|to the] [only] {n:Count} @biggest [{l:Level}|ones|of them|values] => top {n}
(only|just) [the] {n:Count} @biggest [{l:Level}|ones|of them] => top {n}
[the] {n:Count} (biggest|largest|highest|greatest|leading|strongest|top|best performing) [{l:Level}|ones|of them] => top {n}
@limit [the] top {n:Count} [{l:Level}|ones|only] => top {n}
(i|we) (only|just) (need|want) [the] top {n:Count} [{l:Level}|ones] => top {n}
(top|tpo|topp) {n:Count} [only|please|of them|ones|of those] => top {n}
which {n:Count} {l:Level} (have|has|had|got|get|show) [the] (most|highest|biggest|largest|highest numbers|biggest numbers|highest values) => top {n}
[the] {n:Count} [{l:Level}|ones] (with|having|that have|who have) [the] (highest|most|biggest|largest|greatest) [{m:Shown}|numbers|figures|values] => top {n}
[the] {n:Count} [{l:Level}|ones] (with|having|that have|who have) [the] (lowest|least|fewest|smallest) [{m:Shown}|numbers|figures|values] => bottom {n}
[the] {n:Count} (smallest|lowest|weakest|least|fewest) [{l:Level}|ones|of them] => bottom {n}
[just|only|show] [the] {n:Count} [{l:Level}] (at the bottom|bringing up the rear|at the end|at the tail|at the low end|at the foot) [of it|of the list|of the table] => bottom {n}
[just|only|show] [the] {n:Count} [{l:Level}] (at the top|at the head|in the lead|leading the list|at the top end) [of it|of the list|of the table] => top {n}
(could|can) we do [the] bottom {n:Count} [rather|instead] => bottom {n}
! (flip it|turn it round|turn it around|the other end|other end) [,] bottom {n:Count} => bottom {n}
top {n:Count} [and|with|but] (lump|group|put|bundle|fold|sum|throw|roll) (everything else|the rest|the others|all others|the remainder|everyone else|what is left|the remaining) [together|up|in] [as|into|in|under] [one|others|other|an others|a rest] [bar|group|row|line|slice|bucket] => top {n} with the rest as Others
top {n:Count} (but|,) [ranked|sorted|ordered|measured|judged|chosen] (on|by|in terms of|according to) {m:Shown} => top {n} by {m}
(make|keep|have|do|use|take) [it|that|this|only|just] {n:Count} [of them|of those|{l:Level}|instead|rather] => top {n}
{n:Count} (is|are|will be|would be) (enough|plenty|sufficient|fine) => top {n}
{n:Count} (will do|would do|suffice|suffices|is all i need|please) => top {n}
(change|swap|switch|replace) {k:Count} (to|for|with|by) {n:Count} => top {n}
{k:Count} [is|are] (too many|too much|a lot|a bit many|a bit much) [,] {n:Count} [will do|is enough|would do|please|only] => top {n}
(show|see|want|give|take) {n:Count} (not|instead of|rather than) {k:Count} => top {n}
(can|could) we have {n:Count} (rather than|instead of|not) {k:Count} => top {n}
(i|we) (want|need|would like) [to see] {n:Count} [only|just] [,] not {k:Count} => top {n}
(just|only) {n:Count} (of them|of those|of these|please) [not {k:Count}] => top {n}
! only {n:Count} [please] not {k:Count} => top {n}
(no|sorry|oops|wait|make that|make it|i meant) [,] {n:Count} [actually] [not {k:Count}] => top {n}

# ── the best, the worst
which [one] (is|has been|was) (growing|rising|increasing|climbing|improving) [the] (fastest|quickest) => which grew fastest
which [one] (is|has been|was) (growing|rising|increasing|climbing|improving) [the] (most|strongest) => which grew most
which [one] (is|has been|was) (falling|dropping|shrinking|declining|decreasing) [the] (fastest|quickest) => which fell fastest
which [one] (is|has been|was) (falling|dropping|shrinking|declining|decreasing) [the] (most|strongest) => which fell most
which {l:OneLevel} (is|has been|was) (growing|rising|increasing|climbing) [the] (most|strongest) => which {l} grew most
which {l:OneLevel} (is|has been|was) (growing|rising|increasing|climbing) [the] (fastest|quickest) => which {l} grew fastest
which {l:OneLevel} (is|has been|was) (falling|dropping|shrinking|declining|decreasing) [the] (fastest|quickest) => which {l} fell fastest
which {l:OneLevel} (is|has been|was) (falling|dropping|shrinking|declining|decreasing) [the] (most|strongest) => which {l} fell most
which [one] (is|was) [the] {l:OneLevel} (who|that|which) (performs|performed|does|did|do) [the] best => best {l}
which {l:OneLevel} (is|was|has been) (doing|performing|going) [the] (best|strongest) => best {l}
which {l:OneLevel} (is|was|has been) (doing|performing|going) [the] (worst|weakest|poorest) => worst {l}
which {l:OneLevel} (is|was) in [the] (poorest|worst) shape [on this|here|there|for this] => worst {l}
(wich|witch|which|whcih) is [the] worst {l:OneLevel} => worst {l}
(wich|witch|which|whcih) is [the] best {l:OneLevel} => best {l}
! which one (is|was) [the] (biggest|largest|highest|greatest) => which one has the most
! which one (is|was) [the] (smallest|lowest|least) => which one has the least
! which {l:OneLevel} (tops|leads|heads) [the] (list|table|ranking|field|pack|chart|way) => which {l} has the most
! which {l:OneLevel} (is|was|comes|sits|came) [at] [the] (top|head|first) [of] [the] [list|table|ranking|pile|pack|chart] => which {l} has the most
! which {l:OneLevel} (is|was|comes|sits|came) [at] [the] (bottom|last) [of] [the] [list|table|ranking|pile|pack|chart] => which {l} has the least
! [the] one with [the] (least|fewest|lowest) => which one has the least
! [the] one with [the] (most|highest|biggest) => which one has the most

# ── order
[the] (biggest|largest|highest|greatest) share first => as a share , sort descending
[the] (smallest|lowest) share first => as a share , sort ascending
(newest|latest|most recent) (on|at the) top => newest first
(oldest|earliest) (on|at the) top => oldest first
[and] (put|have|show|with) [the] (biggest|largest|highest) [one|ones] (on|at the) top => sort descending
[and] (put|have|show|with) [the] worst [one|ones] (on|at the) top => worst first
(sort|order|rank|arrange|put) [it|them|that|this] [from] (small|low|little|least|smallest|lowest) to (big|high|large|most|biggest|highest|largest|great) (by|on|for|in) {x:Shown} => sort by {x} ascending
(sort|order|rank|arrange|put) [it|them|that|this] [from] (big|high|large|most|biggest|highest|largest|great) to (small|low|little|least|smallest|lowest) (by|on|for|in) {x:Shown} => sort by {x} descending
(sort|order|rank|arrange|sorted|ordered) [it|them|that|this] (by|on|with) [the] (biggest|largest|highest|greatest) (gain|gains|increase|increases|rise|growth|change|difference) [first|on top|at the top] => biggest change first
(sort|order|rank|arrange|sorted|ordered) [it|them|that|this] (by|on|with) [the] (biggest|largest|highest|worst) (drop|drops|loss|losses|fall|decrease|decline) [first|on top|at the top] => biggest drop first
! [have|put|show|list|sort|see] [it|them|those|these] (in order of|sorted by|ordered by|sort by|order by|by) {x:Shown} [,] [the] (emptiest|lowest|smallest|least|fewest|shortest) [ones] first => sort by {x} ascending
! [have|put|show|list|sort|see] [it|them|those|these] (in order of|sorted by|ordered by|sort by|order by|by) {x:Shown} [,] [the] (fullest|highest|biggest|largest|most|longest) [ones] first => sort by {x} descending
(newest|latest|most recent) (on top|at the top|up top) => newest first
(oldest|earliest) (on top|at the top|up top) => oldest first
(lowest|smallest|least|weakest|small ones|low ones|little ones|low|small) (first|at the top|up top|on top|to the top) => ascending
(highest|biggest|largest|most|greatest|big ones|top|high ones|best) (first|at the top|up top|on top|to the top) => descending
(biggest|largest|highest|most) first => descending
[from] (small|low|smallest|lowest|least|little) (to|up to|->) (big|high|biggest|highest|large|largest|most) => ascending
[from] (big|high|biggest|highest|large|largest|most) (to|down to|->) (small|low|smallest|lowest|little|least) => descending
(put|have|start with|begin with|list|show|sort) [the] (small|smallest|lowest|low|least|smaller|lower|little) [ones|values|numbers] [at the top|first|on top|and work up|and go up] => ascending
(put|have|start with|begin with|list|show|sort) [the] (big|biggest|highest|largest|high|most|bigger|higher) [ones|values|numbers] [at the top|first|on top] [and work down|and go down] => descending
(in|into|by) (rising|increasing|growing|ascending|upward|climbing) order => ascending
(in|into|by) (falling|decreasing|shrinking|descending|downward|dropping) order => descending
! (can|could) you (order|sort|arrange|rank) (it|that|this|them) from [the] (smallest|lowest|least) [up|to the biggest] => ascending
! (can|could) you (order|sort|arrange|rank) (it|that|this|them) from [the] (biggest|highest|largest) [down|to the smallest] => descending
[it|that|this|them] (sort|order|arrange|rank|sorted|ordered|arranged|sorting) [it|that|this|them] (asc|ascending|up|upwards|low to high|from low to high|small to big|from small to big|from the bottom up) => ascending
[it|that|this|them] (sort|order|arrange|rank|sorted|ordered|arranged|sorting) [it|that|this|them] (desc|descending|down|downwards|high to low|from high to low|big to small|from big to small|from the top down) => descending
(order|sort|arrange) [it|that|this|them] by size [,] (largest|biggest|highest) first => descending
(order|sort|arrange) [it|that|this|them] by size [,] (smallest|lowest|least) first => ascending
[the] other way (round|around|about|up) => the other way round
(decending|desending|descendign) => descending
(acsending|ascendign|asending) => ascending
! (abc|alphabetic|alphabetical|a z|alphabetically) [order|sorting|ordering|sort] => sort by name
! [it|that|this|them] (sort|order|arrange|list|put|sorting|sorted) [it|that|this|them|em] (alphabetically|in alphabetical order|by alphabet|by the alphabet|a to z|from a to z|a through z|by names|by the names|by the name column|by the name|in order of name|by naem|in order of names|in abc order) [for me] => sort by name
(put|list|have|arrange) (it|them|those|these|that) in (order of name|name order|alphabetical order|abc order) => sort by name
by (naem|the alphabet|alphabet|the letters|letters|the name) => sort by name
(go by|sort by|order by) [the] letters [,] [a first] => sort by name
(easier|simpler|nicer|better) to (find|read|use) if (it|that|they) (goes|went|go|runs|is) (a through z|a to z|alphabetically|from a to z) => sort by name
(alphabetical|alphabetically|a to z|from a to z|a through z) => sort by name
{m:Shown} order => sort by {m}
(sort|sorted|order|ordered|rank|ranked|arrange|arranged|resort|srot|re sort|reorder|sorting|ordering) [it|that|this|them] [better] (by|on|according to|in order of|along) {m:Shown} [not {k:Shown}|instead|instead of {k:Shown}] => sort by {m}
(put|have|list|arrange|can) [it|them|those|that|these] [go] in order of {m:Shown} [instead] => sort by {m}
(can|could) (it|that|they) (go|be|come|run) in order of {m:Shown} [instead] => sort by {m}
! {m:Shown} [,] (biggest|largest|highest|most|greatest) first => sort by {m} descending
! {m:Shown} [,] (smallest|lowest|least|fewest) first => sort by {m} ascending
(change|switch|set) [the] (sorting|order|sort|sort order) to {m:Shown} => sort by {m}
(i|we) want [the] order to follow {m:Shown} => sort by {m}
(resort|sort|order|arrange|reorder) [it|this|that|them] (on|by) {m:Shown} (high to low|from high to low|biggest first|descending|downwards|desc) => sort by {m} descending
(resort|sort|order|arrange|reorder) [it|this|that|them] (on|by) {m:Shown} (low to high|from low to high|smallest first|ascending|upwards|asc) => sort by {m} ascending
better (sorted|ordered|arranged|ranked) (by|on) {m:Shown} => sort by {m}
mind sorting (it|that|this|them) alphabetically => sort by name

# ── beside something
(hold|put|set|line|stack|measure) (it|that|this|them|these|those) [up] (against|beside|next to|alongside|with) [the|our|their] (plan|target|budget) => versus plan
(vs|v|versus|against) (ly|py|last yr|prior year|the prior year) => compare with last year
(hold|set|put|stack|place) (it|that|this|them) [up] (against|beside|next to|alongside|with) [the] same (time|period|months|days|weeks|dates) [of|in] (last year|a year ago|one year ago|the year before|the previous year) => compare with last year
(hold|set|put|stack|place|see|show) (it|that|this|them) [up] (against|beside|next to|alongside|with|by) [the] (prior year|year before|previous year|last year|year ago|year earlier) [next to it] => compare with last year
(beside|against|vs|versus|with) [the] same (time|period) (of|in|a|one) [one|a] (year ago|last year|year before|year earlier) => compare with last year
(put|set|stick|hold|show) {p:Period} (next to|beside|alongside|against|with) (it|that|this|them) => compare with {p}
(put|set|stick|hold|show) (it|that|this|them) (next to|beside|alongside|against|with|by|up against) {p:Period} => compare with {p}
(vs|versus|against|compared to|compared with|next to|beside) (teh|the) (previous|prior|last|preceding) {g:Unit} => compare with the previous {g}
(m/m|mom|m o m|month to month|month on month) => month over month
(w/w|wow|w o w|week to week|week on week) => week over week
(q/q|qoq|q o q|quarter on quarter|quarter to quarter) => quarter over quarter
(compare|set|hold|put) (every|each|the) {g:Unit} (to|with|against|beside|next to) [the] {g} (before|earlier|prior|previous|preceding) => compare with the previous {g}
(compared|compare|comparing) (with|to) [the] {g:Unit} (before|earlier|prior) => compare with the previous {g}
(versus|vs|against) [the] (prior|previous|preceding) {g:Unit} => compare with the previous {g}
(put|stick|set|show|hold|have|throw|add) [in|up] [the] (plan|target|budget|goal|forecast|targets|plans) (next to|beside|alongside|against|with|in|by|on) [it|that|this|them|there] => vs plan
(hold|set|put|stack|measure|check|compare) (it|that|this|them) [up] (against|beside|next to|alongside|with|to) [the|our] (plan|target|budget|targets|goal|plans) => vs plan
(how|where) (does|do|is|are) (it|that|this|they|we) [stack up|compare|stand|look|doing|do|measure up|fare] (to|against|with|versus|vs|relative to|compared to|compared with) [the|our] (plan|target|budget|targets) => vs plan
(is|are|was|were) (it|that|this|they|we) (above|over|ahead of|beyond|on) [or (below|under|behind|off|not)] [the|our] (plan|target|budget|targets|track) [or (below|under|behind) [it]] => vs plan
(+|plus|and|add|with|include) [the] (plan|target|budget) [,] [to compare|for comparison|beside it|next to it] => vs plan
(take|get|drop|ditch|lose|remove|kill|bin|cut|hide|quit|undo|leave|turn|switch|scrap|end|cancel) [off|out|rid of|away] [the|that|this] (comparison|compare|comparing|comparisons|comparison column|comparison columns) [off|out|away|again] => stop comparing
(no|without|no more|without the|quit|stop|end|enough) [need to] (comparison|compare|comparing|comparisons) [any more|anymore|now|please] => stop comparing
[the] comparison (off|away|out) => stop comparing
(i|we) not need (last year|the year before|the previous year|the other period|the period before) [in there|there|here|any more|beside it|next to it] => stop comparing
(take|leave|drop|lose|remove) [the] (plan|budget) (off|out|away) [again] => stop comparing
(without|drop|no|lose|remove|ditch|forget|leave out) [the] (plan|budget) [,] [just|only] [the] [actuals|actual|actual numbers|real numbers] => stop comparing
(just|only) [the] (actuals|actual numbers|actual figures) => stop comparing

# ── members side by side
(put|set|place|show|have|line up|see) {x:MemberList} (side by side|next to each other|beside each other|beside one another|next to one another|head to head|against each other) => compare {x}
{x:MemberList} (side by side|next to each other|beside each other|next to one another|head to head|against each other) => compare {x}
(contrast|pit|set|compare|match|hold|put) {x:Members} (with|against|w/|to|up against|versus|vs|beside|next to) {y:Members} => compare {x} and {y}
who (is|was) (ahead|in front|better|bigger|leading|winning|doing better) [,] {x:Members} or {y:Members} => compare {x} and {y}
which (is|was) (ahead|in front|better|bigger|higher|leading|larger) [,] {x:Members} or {y:Members} => compare {x} and {y}
(compare|contrast|set|hold|put) (that|it|this) [up] (with|to|against|beside|next to) {x:Members} => compare with {x}
how does (that|it|this) (stack up|compare|measure up|hold up|stand|look) (against|to|with|beside|next to) {x:Members} => compare with {x}
{x:Members} [and then|and|against|versus|vs|next to|beside|agianst|with|compared with|compared to|in opposition to|in contrast to|up against|opposite] [all|all of] (everything else|the rest|the others|all others|everyone else|the remaining {l:Level}|the other {l:Level}|remaining {l:Level}|other {l:Level}|the rest of them|rest of them|rest|others) [combined|together|lumped together|taken together|put together|as one|in one|all together] => {x} against the rest
(put|set|pit|hold|show|place|compare) {x:Members} [up] (against|beside|next to|with|to) [all] (everything else|the rest|the others|everyone else|the other {l:Level}|other {l:Level}|rest|rest of them|others) [combined|of them|together] => {x} against the rest
(could|can|may) (i|we) have (the rest|everything else|the others|rest) (beside|next to|against|with) {x:Members} => {x} against the rest
(compare|set|hold|put) (that|it|this) (to|with|against|beside) (everything else|the rest|the others|everyone else|rest|others) [lumped together|combined|together|as one] => against the rest
{x:Members} (beside|next to|alongside|against|vs|versus|with|compared with|compared to) [the] (overall figure|overall|grand total|total|whole|overall total|overall number|sum|entire total|all [the] {l:Level} [together|combined]) => compare {x} with the total
(show|put|have) all [the] {l:Level} (beside|next to|alongside|against|with) {x:Members} => compare {x} with all {l}
(set|put|hold|show|compare) {x:Members} [up] (against|beside|next to|with|to) [the] (whole|total|overall|sum|grand total|overall figure|overall total|average of all) => compare {x} with the total
(put|show|have|set|stick) [the] (overall total|grand total|overall figure|total|whole|overall) (beside|next to|alongside|with|against) (it|that|this|him|her) => compare with the total
(and|now|then) (compared|compare|set) (to|with|against) [like] [the] total of all [the] {l:Level} => compare with all {l}

# ── shown as
[and] (what|which) (part|share|percentage|proportion) of (all the|all|the total|total|the whole) [{m:Measure}] is (that|each|each of them) [,] [each] => as a share
[the] (numbers|figures|values|counts|real numbers) (rather than|instead of|not) [the] (percentages|shares|percent) => plain numbers
[show|see|let us see] [it|that|this|them] (building up|adding up|piling up|running up|accumulating|mounting up|stacking up) [over the (year|period|time|months|weeks)] [,] [cumulatively] => cumulative
[could|can] [it|you|we] [show|see] where each [one|of them] (ranks|stands|lies) [instead] => as a rank
! (drop|lose|remove|stop|without|no|undo) [the] (running total|cumulative|accumulation|running sum|cumulation) => plain numbers
(what|which) (share|percentage|proportion|part|fraction|percent|slice) (is|does|do|has|are) (each|each {l:Level}|every {l:Level}|every one|each one) [make up|take|have|hold|account for|contribute|represent|get] [of the total|of it|of that] => as a share
! (what|how) (is|are) (each|every) {l:Level} share => as a share
(each|every) {l:Level} share => as a share
! (express|show|put|give|see|present|have|make|turn) (it|that|this|them) (as|in|into) [a|the] (share|shares|proportion|proportions|percentage|percentages|percent|fractions) [of the total|of total|of the whole] => as a share
(% share|percentage share|percent share|percetnage shares|percentage shares|shares|share of total|percentages) [please] => as a share
(i|we) (like|want|need|prefer|would like) [the] (shares|percentages|proportions|share|percentage) [,] [and] not [the] (absolutes|absolute numbers|numbers|values|amounts|figures) => as a share
(contribution|share|portion|slice) of each [{l:Level}|one] [in|as|in terms of] [percent|%|percentage|percentages] => as a share
[it is] (easier|better|clearer|simpler|nicer) (in|as) (percentages|percent|%|shares|proportions) => as a share
what (proportion|share|percentage) is each [{l:Level}|one] => as a share
! (share|shares|percentage|percentages|percent|proportion|proportions|%|percnt) (inside|within|in|of|wihtin|inside of|per) (each|every|the|its|a) {l:Level} [add up to 100|total|only] => as a share within each {l}
(percent|share|percentage|proportion) within {l:Level} => as a share within each {l}
(make|have|let) (each|every) {l:Level} (add|sum|come|total) [up] [to] (100|100%|hundred|a hundred|one hundred) [percent] => as a share within each {l}
(each|every) {l:Level} (=|is|equals|as|adds up to) (100|100%|hundred) [percent] => as a share within each {l}
(could|can) (each|every) {l:Level} be (taken as|100|set to|treated as) (100|100%|hundred) [percent] => as a share within each {l}
(i|we) want [the] (shares|percentages|percents|numbers) to (sum|add|add up|come|total) [up] to (100|100%|hundred) [percent] (in|within|inside|for) (each|every) {l:Level} => as a share within each {l}
as [a] (proportion|share|percentage|percent|part|fraction) of [the|its|each|their] {l:Level} (total|totals|sum) => as a share within each {l}
what (share|percentage|proportion) (does|do|has) each {k:Level} (have|make up|hold|take|get|account for) (in|of|within|inside) (its|each|the|their) {l:Level} => as a share within each {l}
(percentage|percent|share|proportion) of [each|the|its] {l:Level} [,] [and] not [of] (the|all|overall|the overall) [overall] (total|all|everything) => as a share within each {l}
[the] (shares|percentages) [should be|are|must be|to be] (inside|within|inside of) [of] each {l:Level} [,] [not of all|not overall] => as a share within each {l}
! (percentages|percents|shares) (inside|within|in) each {l:Level} => as a share within each {l}
[the] (change|difference|movement|percentage change|% change|percentage movement|percent change|growth) [in percent|in %|as a percentage|in percentage terms] (from|between|of|over|on) [one|a|each|every] {g:Unit} (to|on|over|and) [the] (next|next one|following|{g}) => % change
[the] (percentage|percent|%) (change|movement|growth|difference) {g:Unit} (to|on|over|by) {g} => % change
(rather|instead) [the] (% change|percent change|percentage change) (than|of|instead of) [the] (numbers|values|amounts|figures|absolutes) => % change
(turn|make|convert|change) (it|that|this|those|these|them) into (percent changes|percentage changes|% changes|percent change|a % change) => % change
(could|can) (it|that|this|they) be (shown|given|put|displayed) as [a] (percentage change|% change|percent change) => % change
(i|we) not (need|want) [the] (amounts|numbers|values|figures) [,] [just|only] [the] (%|percent|percentage) (they|it) (moved|changed|grew|went) [by] [each|every|a|per] {g:Unit} => % change
(add|sum|tot) (it|that|this|them) up as (it|we|they|you) (goes|go|go along|goes along) => cumulative
(accumulate|cumulate|sum|add up) (it|that|this|them) [up] (over|across|through|by|along) [the] {g:Unit} => cumulative
(show|see|have) (it|that|this|them) (building|adding|stacking|running|mounting|growing) up (over|through|across|during) [the] {g:Unit} [cumulatively] => cumulative
(keep|do|give|have|make|show|use|want|turn it into|turn that into|as) [a] (running|rolling|cumulative) (total|tally|sum|count) => cumulative
[a] (running|cumulative) (tally|sum|total|count) => cumulative
(turn|make) (it|that|this) into [a] running (total|tally|sum) => cumulative
(cumul|cumulated|cum|cumulatively|accumulated|cumulativ|cummulative) => cumulative
(moving|rolling|trailing|running) (avg|average|mean) [of|over|on|with|by] {n:Number} [{g:Unit}] => moving average over {n}
[take|a|on|give|the] [a] (moving|rolling|trailing) (average|mean) (of|over|on|with|,) {n:Number} [{g:Unit}] [at a time|each|back] => moving average over {n}
(average|smooth|mean|smoothed) [it|that|this|them] [out] (over|across|with|on) [a|the] [moving|rolling|sliding|trailing] [window|windows] [of] [the|last] {n:Number} {g:Unit} [window|rolling|moving|at a time] => moving average over {n}
(smooth|smooth out) [it|that|this|them] [out] with a {n:Count} {g:Unit} (moving|rolling|trailing) average => moving average over {n}
[a] [on a] (trailing|moving|rolling|sliding|running) {n:Number} {g:Unit} (average|mean|avg) [basis] => moving average over {n}
on [a] (trailing|moving|rolling) {n:Number} {g:Unit} average basis => moving average over {n}
[it is] too (spiky|noisy|jumpy|bumpy|rough|wild|volatile) [,] [please] (average|smooth) (it|that|this) [out] (over|with|across) {n:Number} {g:Unit} [rolling|moving] => moving average over {n}
(ranking|rank|league) (position|positions|place|places|order) (instead of|rather than|not) [the] (value|values|number|numbers|figures|amounts) => as a rank
(1st 2nd 3rd|first second third|1 2 3) (instead of|rather than|not) [the] (value|values|number|numbers|figures) => as a rank
(turn|make|convert|change) [the] (numbers|values|figures|it|that|them) into (ranks|rankings|positions|places) => as a rank
(in|as|by) (ranking positions|rank positions|ranks|league positions|positions|places|rankings) => as a rank
(could|can) (it|you|we) show where (each|every|each one|everyone|they|each {l:Level}) (ranks|rank|stands|stand|comes|place|places) => as a rank
(never mind|forget|not) [the] (values|numbers|figures) [,] where (does|do) each [{l:Level}|one] rank => as a rank
(not|no|no more|instead of|rather than|forget the|lose the) [the] (percentages|percent|shares|percents|%|ranks|rank|running total|index) [,|and|but] [the|give me the|show the|in|just the|back to the|give me] [real|normal|plain|actual|absolute|raw] (numbers|values|figures|amounts|ones) => plain numbers
(in|as) [the] (absolute|actual|real|plain|raw|normal) (terms|numbers|values|figures|amounts) => plain numbers
(jsut|just|only|back to) [the] (normal|plain|real|actual|raw|absolute|ordinary|usual|original) (values|numbers|figures|amounts) [again] => plain numbers
(normal|plain|real|actual|raw|absolute|ordinary|original) (values|numbers|figures|amounts) [again|please|back|were better|instead] [than the shares] => plain numbers
(numbers|values|figures) not (percent|percentages|shares|%|ranks) => plain numbers
[the] (actual|real|normal) (values|numbers|figures) (were|are|was) better [than [the] (shares|percentages|ranks)] => plain numbers
(drop|lose|remove|stop|undo|without|no) [the] (running total|cumulative|cumulation|share|shares|percentages|ranks|ranking|moving average|index|change|smoothing|rank) => plain numbers
(stop|quit) (adding|summing) (it|that|them) up [,] [the] [normal|plain|real] (figures|numbers|values) => plain numbers
[the] (values|numbers|figures) [,] not [the] (rank|ranks|share|shares|percentage|percentages|change) => plain numbers
(lose|drop|forget|remove) [the] (ranks|shares|percentages|rank) [and] (give|show|have) [me] [the] (figures|numbers|values) => plain numbers

# ── down and up
! (open|open up|expand|unfold|explode|unpack|dig into|dig in to|dig deeper into|look inside|look into|take apart|break open|break up|break out|go inside|deeper into|further into|deep dive into|dive into|dive in to|dril into|drill in to|drill down on|drill down into|double click on|double click|zoom into|peek into|click into|go into|step into) {x:Members} [more|further|for me|in detail|apart|up] => drill into {x}
(break|take|split|open|pull) {x:Members} (down|apart|up|open|out) [further|more|for me] => drill into {x}
(break|break out|split|open|show) {x:Members} [out|up|down|split] (by|into) {c:Level} => drill into {x}
{x:Members} (split|broken down|broken out|divided|cut) (by|into|down by) {c:Level} => drill into {x}
! [what is] going on (within|inside|in|at|with) {x:Members} [,] (one level down|below|underneath|one level below|a level down) => drill into {x}
(what is) going on (within|inside|in|at|with) {x:Members} => drill into {x}
[what is] (inside|within|below|underneath|behind) {x:Members} => drill into {x}
(a|one|another|the) (level|step|layer|rung|notch|tier) (deeper|lower|down|below|underneath|further down|further|finer) => go deeper
[the] (level|layer|step) (underneath|below|beneath|under it|under that|beneath that) => go deeper
[go|drill] (further down|down one|deeper|one down|one lower|one deeper|down further|down a level|down one level|one further down|down a step|down a notch|lower) => go deeper
(one|a) (step|level) more (in|into) [the] (depth|detail) => go deeper
[the] next (level|layer|step) (of detail|down|below|deeper|in) => go deeper
(can|could) (we|you|i) go (one|a level|one level|a step) (lower|deeper|down|further) => go deeper
(could|can) (it|that|this) be (broken|split|taken) (out|down) (to|by|into) [the] next level [down] => go deeper
(more|finer) detail => go deeper
down to [the] {c:Level} [level] => by {c}
(show|see|give) [the] {c:Level} (below|underneath|beneath|inside|within) [it|that|this|them] => by {c}
(in|into) [the] detail of {c:Level} => by {c}
(one|a) (step|level|layer|notch|rung|tier) (higher|up|above|further up) => one level up
(go|roll|take it|move|zoom|step|bring it|take that|bump it|roll it|roll that) (up|out|higher) [a|one] [level|step|notch|tier|layer] [in the hierarchy|up] => one level up
(too detailed|too fine|too granular|too much detail) [,] (one|a level|one level|a step|go) (up|higher) => one level up
(one|a) (leevl|levle|lvl|level) (up|higher) => one level up
(by|at|on|to) [the] {c:Level} (level|level instead|level rather) => up to {c}
(at|on|to) [the] {c:Level} (rather|instead) => up to {c}
(could|can) you (consolidate|roll|sum|aggregate|bump|take|group|bring) (that|it|this|them) [up] (to|into|by|at) [the] {c:Level} [level] => up to {c}
(consolidate|roll|roll up|sum|sum up|aggregate|bump|take|group|bring|bundle) [that|it|this|them|the {k:Level}] [up] (to|into|at) [the] {c:Level} [level] => up to {c}
(take|bring|move|bump|roll) (it|that|this|them) up to [the] {c:Level} [level] => up to {c}
(on|at) [the] level of [the] {c:Level} => up to {c}

# ── conditions on numbers
[only|just] [the ones|those] (up|gaining|growing) {t:NumberTest} => only the ones that rose {t}
[only|just] [the ones|those] (down|losing|falling|shrinking) {t:NumberTest} => only the ones that fell {t}
[only] [the] sub average [ones|{l:Level}] [only] => only those below average
[so|and] [keep|show|leave] [only|just] [what|whatever|those|the ones|ones|the] [that|which] [is|are|was|were|came in|come in|lie|lies] (over|above|higher than|greater than|bigger than|more than|>) [the] (average|mean|avg) [,] [just those|only those|only] => only those above average
[so|and] [keep|show|leave] [only|just] [what|whatever|those|the ones|ones|the] [that|which] [is|are|was|were|came in|come in|lie|lies] (under|below|lower than|smaller than|less than|<) [the] (average|mean|avg) [,] [just those|only those|only] => only those below average
(only|just|keep|show) [the] {l:Level} (with|having|that have|that had|with more than|having more than) (at least|min) {n:Number} => only the ones with at least {n}
(only|just|keep|show) [the] {l:Level} (with|having|that have|that had) at most {n:Number} => only the ones with at most {n}
[maybe] [show|see|keep|only] [the] (ones|those|these) [that are|which are] (past|over|above|exceeding|beyond|north of|greater than|bigger than|larger than|higher than|more than|topping|clearing) {n:Number} [only] => only the ones over {n}
(>|more than|over|above|past|exceeding|beyond|greater than|bigger than|larger than|higher than) {n:Number} [only] => only the ones over {n}
@cut (anything|everything|all|those|the ones|ones|any|all those|all the ones) [that is|that are|which is|which are] (below|under|less than|smaller than|lower than|beneath|short of) {n:Number} => only the ones with at least {n}
@cut (anything|everything|all|those|the ones|ones|any|all those|all the ones) [that is|that are|which is|which are] (over|above|more than|bigger than|larger than|higher than|greater than|exceeding) {n:Number} => only the ones with at most {n}
(at least|min|minimum|not less than|no less than|no fewer than|from|>=|≥|=>) {n:Number} [or more|up|and up|upwards|and more|and above] => only the ones with at least {n}
{n:Number} (or more|and up|and above|or above|upwards|and over|or over|plus|or greater|or higher) => only the ones with at least {n}
(at most|max|maximum|not more than|no more than|up to|<=|≤|=<) {n:Number} [or less|or fewer] => only the ones with at most {n}
{n:Number} (or less|or fewer|and below|or below|and under|or lower|or under|tops) => only the ones with at most {n}
(just|only|keep|show) [the] (ones|those) that (did not|not|never|have not|havent|didnt|do not) (reach|make|get to|hit|come to|exceed|arrive at) {n:Number} => only the ones under {n}
(just|only|keep|show|see) [the] (ones|those) (that|who|which) (reached|made|hit|got to) {n:Number} => only the ones with at least {n}
[only|just|keep|see|show|uniquely|which] [the] (ones|those|which|{l:Level}) [that|who|which|they|of them|of these] [have|has|are|is|were] (decreased|gone down|dropped|fallen|declined|shrunk|shrank|lost|decreasing|falling|declining|shrinking|down|got smaller|went down|sunk) => only the ones that fell
[only|just|keep|see|show|uniquely|which] [the] (ones|those|which|{l:Level}) [that|who|which|they|of them|of these] [have|has|are|is|were] (increased|gone up|grown|risen|grew|climbed|gained|increasing|growing|rising|up|got bigger|went up|improved) => only the ones that rose
(just|only|keep|show|see) [the] (growers|risers|gainers|climbers|winners) => only the ones that rose
(just|only|keep|show|see) [the] (fallers|decliners|losers|droppers|shrinkers) => only the ones that fell
(filter to|keep) [the] ones that (are|went) up => only the ones that rose
(filter to|keep) [the] ones that (are|went) down => only the ones that fell
! {l:Level} with (growth|an increase|a rise|a gain) => only the ones that rose
! {l:Level} with (a drop|a decline|a decrease|a fall|losses) => only the ones that fell
[only|just|keep|show] [the] (ones|those|{l:Level}) that (dropped|fell|declined|decreased|went down|lost|shrank) [by] (over|more than) {n:Percent} => only the ones that fell over {n}
! (that|which|who) (dropped|fell|declined|decreased|went down|lost|shrank) [by] (over|more than) {n:Percent} => only the ones that fell over {n}
! (that|which|who) (dropped|fell|declined|decreased|went down|lost|shrank) [by] at least {n:Percent} => only the ones that fell by at least {n}
! (that|which|who) (rose|grew|increased|went up|climbed|gained) [by] (over|more than) {n:Percent} => only the ones that rose over {n}
! (that|which|who) (rose|grew|increased|went up|climbed|gained) [by] at least {n:Percent} => only the ones that rose by at least {n}
(up|rose|risen|grew|grown) [by] (over|more than) {n:Number} => only the ones that rose over {n}
(down|fell|fallen|dropped) [by] (over|more than) {n:Number} => only the ones that fell over {n}
[filter to|keep|only|just|show|see] [only|just] [the|what is|those|ones|anything] [that is|that are] (below|under|beneath|lower than|less than|smaller than|sub) [the] (average|mean|avg) [ones|only] => only the ones below average
[filter to|keep|only|just|show|see] [only|just] [the|what is|those|ones|anything] [that is|that are] (above|over|higher than|more than|greater than|bigger than|>) [the] (average|mean|avg) [ones|only] => only the ones above average
[the] (ones|those) (above|over|higher than) [the] average [,] [just those|only those] => only the ones above average
[the] (ones|those) (below|under|lower than) [the] average [,] [just those|only those] => only the ones below average

# ── how many, which
[and] [out of all [the] {l:Level} [,]] how many (were|are|had|have|came out) (more|higher) than [the] average => how many of them are above average
[and] [out of all [the] {l:Level} [,]] how many (were|are|had|have|came out) (less|fewer|lower) than [the] average => how many of them are below average
(count|tally|number) [of] (them|those|these|that) => how many are these
(number|count) of (these|those|the) {l:Level} => how many are these
[so|and|tell me] how many (are|is|r|were) (they|there|these|those|that|it|in the list|on the list) [in total|altogether|all in all|here|in all|then] => how many are these
! [so] how many {l:Level} (do we have|have we got|are there|did that come out to|are in the list|is that|are on the list|does that make|are these|are those|then) [here|in there|in total|now] => how many are these
! [so] (that|and that) is how many [{l:Level}] [then] => how many are these
hwo many are these => how many are these
! (name|list|show|give|tell|spell out|write out|write down|read out) [me] (them|those|these|the names|the list|names|which|them out|which ones|those {l:Level}|these {l:Level}|the {l:Level} [themselves]) [out] [for me] => which are these?
(could|can) you (spell out|tell me|say|list|name|write out) (which|them|which ones|the names) => which are these?
(wich|whcih|which) [ones|one] [are|were] (these|those|they|it|is it|the ones [you counted|counted]) [exactly] => which are these?
(i|we) want [the] [actual] {l:Level} [,] not [the|just the] (count|number) => which are these?
write them out => which are these?

# ── rows
[the|see|show|give] (lines|rows|records|entries|details|detail records|underlying rows|raw rows|transactions|single records|actual records|original records) (behind|underneath|that make up|making up|underlying|below|under) (this|that|it|these|the) [number|figure|value|total|result|answer] => show the rows
(record|row|line|entry|item|transaction) (level|by row|by line|by record) [detail|details|data|please] => show the rows
(line by line|row by row|record by record|entry by entry) => show the rows
what is (behind|underneath|in|under) (that|this|the) (number|figure|value|total) [,] [row by row|line by line|record by record] => show the rows
(i|we) want (every|each|all) [single|the] (entry|record|row|entries|records|rows) => show the rows
show teh rows => show the rows
(what|which) (rows|records|entries|lines) (make up|are behind|are in|make|went into) (that|this|it) [number|figure|total] => show the rows
(can|could) (we|i) see [the] [actual] (records|rows) behind it => show the rows
(pull up|bring up|get|see) [the] (rows|records) => show the rows

# ── totals
[a|the|add|put|include|with|chuck|stick|have|throw] [a|the|and] (total|totals|sum|sums|grand total|total row|totals row|sum row|sum line|total line|overall total|totla) [row|line] [in|at|on|along|to] [the] (bottom|end|foot|last row|last line|underneath|below|on it|row) => with totals
[add|put|include|have|show|give] [a|the] (sum row|total row|totals row|sum line|total line|totals|sums|grand total|subtotals) => with totals
(add|sum|tally|tot) (it|them|that|everything) up (at the bottom|at the end|in a last row|below|underneath|on the last line) => with totals
(with|and) the (sum|total) (at the end|at the bottom|underneath|below) => with totals
(could|can) we have a total along the bottom => with totals

# ── bins
(make|have|use|set|put) [the] (bins|ranges|steps|bands|buckets|groups|classes|intervals|brackets) {n:Number} (wide|each|apart|in width|big) => in bins of {n}
(bin|bucket|band|range|class|step|interval) (width|size) [=|of|is|to] {n:Number} => in bins of {n}
[in] (steps|intervals|ranges|brackets|bands|buckets|chunks|groups|classes|bins) of {n:Number} [each|rather than {k:Number}|instead|instead of {k:Number}] => in bins of {n}
{n:Number} wide (bins|ranges|steps|bands|buckets) => in bins of {n}
(cut|chop|slice|split|bucket|group|break) (it|that|this|them) [up] [into|in] (chunks|bins|steps|bands|groups|buckets|ranges) of {n:Number} => in bins of {n}
(bucket|bin|group|cut) (it|that|this) (every|by|at) {n:Number} => in bins of {n}
would (bins|ranges|buckets) {n:Number} (apart|wide) be (possible|ok) => in bins of {n}
(bucket|bin|group|split|cut) [it|that|this] by {m:Measure} [,] {n:Number} at a time => by {m} in bins of {n}
(bucket|bin|group|split|cut|break) [it|that|this] by {m:Measure} in (bands|steps|bins|buckets|ranges|groups|chunks) of {n:Number} => by {m} in bins of {n}

# ── charts
(make|have|show|draw) [the] {c:ChartKind} stacked => as stacked {c}
{x} would be (nicer|better|clearer|easier|great|good|lovely) => as {x}
@make [into|out of|to|as|in|of] [a] (bars|bar chart|barchart|bar graph|bar diagram|columns) [instead|please|out of it|chart] => as bars
(make|do|draw) (bars|columns) out of (it|that|this) => as bars
(barchart|bargraph|bar diagram|bar plot|columns chart|column chart) => as bars
(i|we) (want|need|like) (it|that|this) like [a] (diagram|chart|picture|graph) with bars => as bars
(put|show|do|make|draw|have|give|see|turn|try|stick) [it|that|this|them] [in|as|into|up as|me] [a] (pie|pie chart|piechart|piechrat|pie graph|doughnut) [instead|please] => as a pie
(piechrat|piechart|pie graph|pie diagram|a pie) => as a pie
(rather|prefer) [a] (pie|pie chart) [than|to|over|instead of] [bars|a table|a line|lines] => as a pie
(rather|i prefer|we prefer|prefer) [a|it as a|it in a] table [than|to|over] [bars|a chart|a pie|lines] => as a table
(in|as|into|stick it in|put it in|in the form of) [a] (table|tabular form|tabular format|grid|table form|list form) => as a table
[it is] hard to read [,] (tabular|a table|table) [maybe|please|instead] => as a table
(tabular|tabulate it|tabulate|tabulate that|table view|a table|make it a table) => as a table
(line|lines|a line|line chart|line graph|a line chart) (rather than|instead of|not) [bars|a bar chart|columns|a table|a pie] => as a line
(bars|a bar chart|bar chart|bar) (rather than|instead of|not) [a] [line|lines|table|pie|line chart] => as bars
(turn|make|change|convert) [the] (bars|it|that|this|chart|table) into [a] (line|line chart|lines|line graph|curve) => as a line
(turn|make|change|convert) [the] (line|lines|it|that|this|chart|table) into [a] (bars|bar chart|columns) => as bars
(scatterplot|scattergram|scatter diagram|dot plot|xy chart|xy plot) => as a scatter
(lay|turn|put|make|flip|tip|have|set) [the] (bars|it|that|this|chart|them) (sideways|on its side|on their side|horizontal|horizontally|lying down|flat|on the side|run left to right|go left to right|across) => horizontal
bars (going|running|lying) (across|sideways|horizontally|left to right) [instead of up] => horizontal
(make|have|let) [the] bars (run|go) (left to right|across|sideways|horizontally) => horizontal
(horizonal|horizontaly|sideways|lying bars|horizontal please|on its side) => horizontal
(put|write|print|show|have|stick|add|display|could|can|see) [the] (values|figures|numbers|labels|amounts|value labels|data labels) [be printed|be written|be put|be shown|written|printed] (on|at|in|onto|to|off|above|over) [the|it|that] [bars|bar|chart|points|columns|lines|graph|marks] [,] [put labels on] => with labels
(i|we) want to read [the] (values|numbers|figures) off [the] (chart|bars|graph) [,] [put labels on] => with labels
(can not|cant|cannot|can) tell how (tall|high|big|long) (they|it) (are|is) [,] put (numbers|labels|values|figures) on (them|it) => with labels
(hide|remove|drop|lose|take off|without|no|turn off|switch off|get rid of) [the] (values|labels|numbers|figures|value labels|data labels) [on|from|off] [the] [bars|chart|columns|lines|it] => without labels
(pile|stack|put|place) [the] {l:Level} (on top of each other|on top of one another|up|onto each other|on each other|atop each other) => stacked
(make|have|turn) [the] (bars|columns|it|that|them) stacked => stacked
(stack|pile) (it|them|that|those|these|the bars) [up] => stacked

# ── the same for another
(the|do the|give it the|same) [same] treatment for {x} => what about {x}
(and) how (is|are|was|were|has|did) {x} [doing|looking|going|performing|faring|do|getting on|been doing|fare] => what about {x}
how (is|are) {x} (doing|looking|going) => what about {x}
(likewise|ditto|similarly|idem|the same|same) (for|with|on|of|in) {x} => what about {x}
(likewise|ditto) {x} => what about {x}
@same [view|chart|table|breakdown|thing|picture|report|question|treatment|again|figures|numbers|story|analysis|exercise|agian] [,] [but] [say|now] (for|with|on|of|in|about|but) [say|now|,|maybe] [on|for] {x} [if you would|please] => what about {x}
@same (view|chart|table|breakdown|thing|picture|report|question|again|agian) [,] {x} => what about {x}
(same thing|same again|same question|ditto) [,] {x} => what about {x}
(run|do|repeat|show|give me|make) (that|this|it|the same|the same thing) [again] (for|with|on|in|of) {x} [instead|now|too] => what about {x}
repeat [it|that|this] (with|for|on) {x} => what about {x}
(give|show) [me] {x} (in|the) same way => what about {x}
(can|could) you do {x} the same way => what about {x}
(and) the same (thing|picture|view) [but] [,] [say] [on|for|with] [,] {x} => what about {x}

# ── corrections: the last version counts
(should have said|i should have said|shouldve said|i wanted to say|i meant to say|meant to say|what i meant was|i mean|i meant|meant|sory meant|sorry i meant|sorry meant|i actually meant|make that|i wanted|correction|strike that|scratch that|scratch that one|let me rephrase|no wait|wait no|no i meant|oops meant|hang on should have been|should have been|shouldve been|hang on shouldve been|it should be|it should have been|rather|better|beg pardon|apologies i meant) [,] {x} [instead|actually|please|i mean] => what about {x}
(apologies|sorry|oops) [,] i said {y} but it should be {x} => what about {x}
(apologies|sorry|oops|no|no no|wait|beg pardon|pardon) [,] {x} (not|rather than|instead of) {y} => what about {x}
(no|no hold on|wait|hold on|hang on) [,] it is [the] lowest {n:Count} [i am after|i want|that i want|i need] => bottom {n}
(no|no hold on|wait|hold on|hang on) [,] it is [the] highest {n:Count} [i am after|i want|that i want|i need] => top {n}

# ── what else is shown
hold (it|that) up against [the] same time last year => compare with last year
(put|add|bring) {x:Shown} in and sort by (it|that) => add {x}, sort by {x}
(swap|switch|change) to {x:Shown} and [give|show] [me] [the] top {n:Count} => top {n}, show {x} instead
(take|leave|drop) {x:Members} [away|out|off] and show [the] (first|top) {n:Count} [biggest|largest|highest] (in|as) bars => top {n} without {x} as bars
(take|leave|drop|remove) {x:Members} [away|out|off] and show [the] (rest|others) as (percentages|shares|percent) => without {x}, as a share
(agianst|against|versus|vs) [the] rest [,] and {r} => against the rest, {r}
(restrict|limit|narrow) (it|this|that) to {x} => only {x}
(drop|remove|lose|hide) everything (except|but) {x:Members} => only {x}
(trim|cut|limit|reduce) (it|that|this) [down] to [the] top {n:Count} => top {n}
(tell|show) [me] how many (they|there|these|those) (are|is) => how many are these
show [the] (% change|percent change|percentage change) => % change
[let us|we] (try|do|have|see) (it|that|this) as [a] {x} [,] (shall we|ok|please) => as a {x}
(stick|put) (it|that) in a table [for me] => as a table
[just] (put|make|show) it as {x} => as {x}
(she|he|they) [would] also like {x} [on it|there|too] => add {x}
{x} instead of {y:Shown} => show {x} instead
sort (it|that|this) low to high => ascending
! [so] that (was|is) how many {l:Unit} => how many are these
(up against|against|next to|beside|versus) (its|the|our|their) (target|plan|budget|goal) => vs plan
same but {n:Count} => top {n}
(all the way|right) (up|back up) to {l:Level} [again] => up to {l}
drill [down] (to|into) [the] [individual|single] {l:Level} => by {l}
(swap|switch|change|exchange) (that|it|this) (for|to) {x:Shown} => show {x} instead
{l:Level} by {l} => by {l}
(alongside|next to|beside) {p:Period} => compare with {p}
top {n:Number} percent => top {n} %
bottom {n:Number} percent => bottom {n} %
(with|plus|and) {x} (next to|beside|alongside|by the side of) (it|them|that|those) => add {x}
[but] weekends only => only on weekends
[but] weekdays only => only on weekdays
(plain|normal|actual|absolute) (figures|numbers|values) [,|;|and] [please] {r} => plain numbers, {r}

# ── starting again
(let us|let me|lets|let) [just] (start|begin) (fresh|over|again|anew|afresh|from scratch|from the beginning|from the top|from zero|clean|from the start|all over|all over again) => start over
(restart|reset|start from zero|start fresh|satrt over|start afresh|begin again|begin anew|clean slate|blank page|new start|fresh start|from scratch|start again|start all over|from the top|clear everything|clear it all|reset everything|wipe everything|wipe the slate clean) [please] => start over
(wipe|clear|reset|delete|scrap|forget|drop) (it all|everything|all of it|all of that|the lot|all that) [,] [and] [start again|start over|begin again|start fresh] => start over
(new question|fresh question) [from the beginning|from scratch|from the start] => start over
(let us have|have|do) [a] (do over|fresh start|new start|clean slate) [,] [blank page] => start over
[okay|ok] (this|that|it) (went|leads|is going|goes|got) nowhere [,] [let me|let us] start (from the top|again|over|fresh|from scratch) => start over

# ── what is pointed at
(take|keep) [just] these {l:Level} and break them down by {k:Level} => by {k} for those {l}
what did these [same] {l:Level} (look like|do|have) in {p:Period} => those {l} in {p}
(just|only) [the] number one (on|of|in) [that|the] list => only the first one
(drill into|open|open up|expand) [the] (biggest|top|first|largest|highest|number one) [one] [of them|of those|on the list] => drill into the first one
{a:UnitAdverb} for the (top|first|biggest) one => the first one by month
(only|just) the (one|ones) at the bottom => only the last one
(split|break|divide|cut) that {g:Unit} [out|down|up] (by|into) {k:Level} => by {k} for that {g}
(what was|and|what were|how was|how about) {m:Shown} (in|the|for) (that|same|the same) {g:Unit} => {m} for that {g}
same period and place [,] but {m:Shown} => show {m} instead
`;
