/** How people ask, and the plain question; a line a way. `{r}` is what else is said, kept as it is. */

export const QUESTIONS = `

# ── of people, in free words
! (which|what) {k:Key} (do|did|does|will) [the] [most] (people|folk|folks) [mostly] (travel|come|visit|turn up|show up|arrive|attend|ride|fly|come in|drop in) [the] [most] [often] [,] {r} => which {k} has the most people {r}
! (which|what) {k:Key} (do|did|does|will) [the] [most] (people|folk|folks) [mostly] (travel|come|visit|turn up|show up|arrive|attend|ride|fly|come in|drop in) [the] [most] [often] => which {k} has the most people
! (which|what) {k:Key} (do|did|does|will) [the] (fewest|least) people (travel|come|visit|turn up|show up|arrive|attend|ride|fly|come in|drop in) => which {k} has the fewest people

! [so] what (percentage|percent|share|proportion) (was|were|is|are|got) (filled|full|occupied) => fullness
! [so] what (percentage|percent|share|proportion) (was|were|is|are|got) (filled|full|occupied) {r} => fullness {r}
! how many people (travelled|travel|came|come|visited|visit|turned up|showed up|attended|arrived) {r} => people {r}

# ── one figure
! (i|we) [only|just|really|mostly] (care about|am interested in|interested in|want to look at|look at|am looking at|looking at) {x:Period} [,] what (was|is|were|are) [its|their|the] {m:Shown} [{r}] => {m} {r} in {x}
! (i|we) [only|just|really|mostly] (care about|am interested in|interested in|want to look at|look at|am looking at|looking at) {x:Members} [,] what (was|is|were|are) [its|their|the] {m:Shown} [{r}] => {m} {r} for {x}
[,] what did {m:Shown} (come to|add up to|amount to) => {m}
{r} [,] what did {m:Shown} (come to|add up to|amount to) => {m} {r}
! where (are|is) (we|it) [at] {p:Period} (on|with|for|in) {m:Shown} => {m} {p}
! where is {m:Shown} [at] (for|in) {p:Period} => {m} {p}
! [what is|what was] [the] (mean|average) {m:Measure} for (each|every) {l:Level} [{r}] => average {m} by {l} {r}
! {r} as a (rolling|moving|trailing) average over {n:Count} {g:Unit} => {n} {g} moving average of {r}
! (did any|which|any|what) [of the] {l:Level} (double|doubled) [their] {m:Measure} from {p:Period} to {q:Period} [,] [and which] => {l} where {m} grew by 100% or more from {p} to {q}
! for (each|every) {k:Key} [of|in] [{p:Period}] [,] [what|the] (share|percentage|proportion) of {m:Measure} (did|does|do|that) each {l:Level} (have|has|take|make up|hold) [in it] => share of {m} by {l} within each {k} {p}
! {m:Measure} by {k:Level} as [a] (percent|percentage|share|%|proportion) of (its|their|each|the) {l:Level} [{r}] => share of {m} by {k} within each {l} {r}
how (did|has|does|have|is|was) {p:Period} (treat|treated|go|gone|been|turn out|shape up|look|do|looked|done) [for] [us|me] [,] (on|for|in|with|in terms of) [our|the] {m:Shown} [{r}] => {m} {p} {r}
how (did|has|does|have|is|was) {p:Period} (treat|treated|go|gone|look) [for] [us|me] [,] {m:Shown} wise => {m} {p}
(which|what) {l:OneLevel} (ran|runs|was|is|came in|arrived|arrives) [the] latest [on average] [{r}] => {l} with the highest lateness {r}
[the] most punctual {l:Level} [{r}] => {l} with the highest punctuality {r}
[the] least punctual {l:Level} [{r}] => {l} with the lowest punctuality {r}
{d:Measure} [,] how many {m:Measure} (in|for|per) (each|every) {n:Number} [minute|hour|day|euro|point|percent|km|kg] (bucket|bin|band|step|class|bracket) => {m} by {d} in bins of {n}
{p:Period} {d:Measure} [,] how many {m:Measure} (in|for|per) (each|every) {n:Number} [minute|hour|day|euro|point|percent|km|kg] (bucket|bin|band|step|class|bracket) => {m} by {d} in bins of {n} in {p}
[a] histogram of {d:Measure} [for|in] [{p:Period}] [,] in bins of {n:Number} => distribution of {d} in bins of {n} {p}
! {m:RecordCount} {r} [,] list (them|em|those|these) => list {m} {r}
{r} [,] [and] list [them|em|those|these] => {r}
how many {m:Measure} (in|for|per) (each|every) {k:Key} [{r}] => {m} by {k} {r}
(which|what) (share|percentage|proportion|part|fraction) of {m:Measure} {r} (was|were|is|are|got|has been|have been) {n:Measure} => {n} divided by {m} {r}
what (share|percentage|proportion|part|fraction) is {m:Shown} of {n:Shown} [{r}] => {m} divided by {n} {r}
how (big|large|high) is {m:Shown} (relative|compared|in relation) to {n:Shown} (on|in|for|at) (each|every|all) {k:Key} [,] [in percent|as a percentage|in %] => {m} divided by {n} by {k}
how (big|large|high) is {m:Shown} (relative|compared|in relation) to {n:Shown} [on each] [,] [in percent|as a percentage|in %] => {m} divided by {n}
[on|in|at|for] (which|what) {l:Level} did {m:Measure} [at least] double [{r}] => {l} where {m} grew by 100% or more {r}
[on|in|at|for] (which|what) {l:Level} did {m:Measure} [at least] halve [{r}] => {l} where {m} fell by 50% or more {r}
(where|how) (did|does|do) {m:Shown} (land|come out|come in|end up|close|finish|stand|come out at|add up to|total|look|do|go|fare|turn out|shape up) [at|to] [{r}] => {m} {r}
where (do|did) (we|i) (stand|land|end up|come out|close|finish) (on|with|for|in terms of) {m:Shown} [{r}] => {m} {r}
[the] {m:Shown} (figure|number|total|numbers|figures|totals) [for|of|in] {r} => {m} {r}
[the] (figure|number|total|value|amount|count|numbers|figures) (for|of|on) {m:Shown} [{r}] => {m} {r}
[just] (run|get|give|show) [me|us] [the|one|a|a single] (number|figure|total) (on|for|of) {m:Shown} [,] [everything we have got|everything we have|all in|in total|overall|altogether|all told] => {m}
[just] one number for {m:Shown} [,] [all in|in total|overall|altogether|all told] => {m}
{m:Shown} [,] (all in|all told|everything we have got|everything we have|everything|across the board|all together) => {m}
what did {m:Shown} (come out|come in|land|end up|finish|close|stand) [at|on] [{r}] => {m} {r}
what (did|do|does|have|has) (we|i|you|they|us) (do|done|get|got|have|make|made|take|sell|see|achieve|manage|reach) {r} (on|in|for|of) {m:ShownList} => {m} {r}
what (did|do|does|have|has) (we|i|you|they) (do|done|get|got|have|make|made|see|achieve|manage|reach) (on|in|for|of) {m:ShownList} {r} => {m} {r}
[you all|yall|you|we] (got|have|have got) [the] {m:Shown} (number|figure|total) [for|of|in] {r} => {m} {r}
{m:Shown} {p:Period} [,] what are we up to [now|so far] => {m} {p}
{p:Period} [,] {m:Shown} [,] (total|in total|all in|altogether|overall) => {m} {p}
(so|and) {m:Shown} [,] (whole|all|the whole|the entire|entire) [of] {p:Period} => {m} {p}
[the] (whole|entire|full|all) [of] {p:Period} [,] {m:Shown} => {m} {p}
how much {m:Shown} (did|have|do|has|had) (we|i|they|you) (rack up|racked up|have|get|got|make|made|do|done|bring in|brought in|take|taken|see|seen|achieve|manage|gather|collect|clock up|clocked up|notch up|run up|generate|generated|produce|produced) [{r}] => {m} {r}
what [was|is] [the] (full year|whole year|full|whole) {m:Shown} [{r}] => {m} {r}
what did [the] (month|year|quarter|week|day) of {p:Period} (bring|yield|give|get|make) [us|in] [in] {m:Shown} => {m} in {p}
{p:Period} (inclusive|both included|included) [,] {m:Shown} [in total] => {m} {p}
(from|since) {p:Period} (on|onwards|onward|forward) [,] [what|how much] [has|is|was] {m:Shown} [added up to|come to|totalled|summed to|been] => {m} since {p}
(everything|all|anything) before {p:Period} [,] [how much|what is|what was] {m:Shown} => {m} before {p}
after [the] end of {p:Period} [,] [what is|what was|how much] {m:Shown} => {m} after {p}
(taking|over|across|for) [the] (past|last) {n:Number} {g:Unit} (together|combined|in total) [,] [what is|how much|what was] {m:Shown} => {m} last {n} {g}
(in|over|during) [the] {n:Number} last {g:Unit} [,] [how much|what] [was|is|were] {m:Shown} => {m} last {n} {g}
fiscal {p:Period} [,] [where did|what was|how was] {m:Shown} [come in|land|end up] => {m} in fiscal year {p}
how [would|did|had|has] {p:Period} (go|gone|look) for {m:Shown} => {m} {p}
what (has|have|had|did) {x:Members} (done|do|have|make|get|got|made|brought|bring|sold|sell|earned|earn) (in|on|for|of) {m:Shown} [{r}] => {m} for {x} {r}
what {m:Shown} (do|does|did|have|has) {x:Members} (have|make|get|bring|bring in|generate) [together|combined|in total] [{r}] => {m} for {x} {r}
(looking|look|focusing|focussing|concentrating) [only|just|solely] at {x:Members} [alone|only] [,] {r} => {r} for {x}
{x:Members} [,] [i am after|i want|i need|show] [its|their] {m:Shown} [,] {r} => {m} for {x} {r}
{m:Shown} for {x:Members} only [{r}] => {m} for {x} {r}
in {p:Period} [,] what [was|were|is] {m:Shown} of {y:Members} (within|in|inside|at) {x:Members} => {m} for {x} and {y} in {p}
{m:Shown} {r} [,] with (just|only) {x:Members} (and|,) {y:Members} (in it|included|there) => {m} {r} for {x} and {y}
how much {m:Shown} comes (on|in|at) {r} => {m} {r}

! how (many|much) {m:Measure} (did|do|have|has|had) (we|they|i|you) @did [,] and how (many|much) {n:Measure} (did|do|have|has|had) (we|they|i|you) @did [{r}] => {m} and {n} {r}
! how (many|much) {m:Measure} (did|do) (we|they|i|you) @did [,] and how (many|much) {n:Measure} [{r}] => {m} and {n} {r}
how many {l:Level} (carried|had|made|took|sold|got|saw|did|brought in|moved|handled|served|have|has|recorded|reached|ran|earned) (fewer|less) than {n:Number} {m:Measure} [{r}] => number of {l} with {m} under {n} {r}
how many {l:Level} (carried|had|made|took|sold|got|saw|did|brought in|moved|handled|served|have|has|recorded|reached|ran|earned) (more than|over) {n:Number} {m:Measure} [{r}] => number of {l} with {m} over {n} {r}
! (on|in|at|for) how many {k:Key} [in|of] {p:Period} (were|was|did|had|have|has) [there|we|they] [have|see|get] (more than|over) {n:Number} {m:Measure} => number of {k} with {m} over {n} {p}
! (on|in|at|for) how many {k:Key} [in|of] {p:Period} (were|was|did|had|have|has) [there|we|they] [have|see|get] (fewer|less) than {n:Number} {m:Measure} => number of {k} with {m} under {n} {p}
! on average how (many|much) {m:Measure} (a|per|each|every) {g:OneUnit} [,] (for|by|per|on) [each|every] {k:Key} [{r}] => average {m} per {g} by {k} {r}
! on average how (many|much) {m:Measure} (a|per|each|every) {g:OneUnit} [{r}] => average {m} per {g} {r}
! which {k:Key} [of|in] {p:Period} (have|has|had|got|show) no {m} [at all] => {k} without {m} {p}
! {r} [,] (one|a) (line|bar|row|column|curve|series|slice|area) (for each|per|each|for every) {k:Key} => {r} by {k}

# ── who came off worst, and how far off plan
(which|what) {l:Level} (was|were|is|are|got|has been|have been|had been) @worstoff => which {l} is worst
(which|what) {l:Level} (was|were|is|are|got|has been|have been|had been) @worstoff (by|in|with|from) {r} => which {l} is worst for {r}
(which|what) {l:OneLevel} (had|has|have|got) it [the] worst [{r}] => which {l} is worst {r}
(which|what) {l:OneLevel} (had|has|have|got) it [the] best [{r}] => which {l} is best {r}
how far (below|above|behind|ahead of|over|under|off|away from|short of|from) [the|our|their|its] (plan|target|budget) (is|are|was|were) (each|every) {l:Level} [{r}] => by {l} versus plan {r}
how far (below|above|behind|ahead of|over|under|off|away from|short of|from) [the|our|their|its] (plan|target|budget) (is|are|was|were) {m:Shown} [{r}] => {m} versus plan {r}

# ── what somebody pays us
how much [money] (did|do|does|has|have) {x:Members} (spend|spent|pay|paid|bring|brought) [with us|us|to us] [{r}] => revenue for {x} {r}

# ── which is growing fastest
(which|what) {l:OneLevel} (is|has been|was) growing [the] (fastest|quickest|most) [{r}] => which {l} grew the fastest {r}
(which|what) {l:OneLevel} (is|has been|was) (shrinking|falling|declining|dropping) [the] (fastest|quickest|most) [{r}] => which {l} shrank the fastest {r}

# ── one beside another
(did|do|does|has|have|is|are) {x:Members} @beat {y:Members} (in|on|for|at) {m:Shown} [{r}] => {m} for {x} versus {y} {r}
(did|do|does|has|have|is|are) {x:Members} @beat {y:Members} [{r}] => {x} versus {y} {r}
(did|do|does|has|have|is|are) {x:Set} @beat {y:Set} [{r}] => {x} versus {y} {r}

# ── how long
how long (do|does|did) @people stay [on average] [{r}] => length of stay {r}
how long (do|does|did) {x:Members} [@people|ones] [on average] stay [on average] [{r}] => length of stay for {x} {r}
how long (do|does|did) {x:Members} [@people|ones] [on average] [have to] (wait|queue|hold) [on average] [{r}] => wait time for {x} {r}
how long (is|was|are|were) the (wait|waits|waiting|queue|hold) [{r}] => wait time {r}
how long (do|does|did) (we|they|you|@people) [on average] [have to|need to] (wait|queue|hold) [on average] [{r}] => wait time {r}

# ── what each gives, and one day's record
{m:Measure} contribution (by|per|of each|from each|of every|from every) {l:Level} [{r}] => share of {m} by {l} {r}
[the] contribution of (each|every) {l:Level} to [the|our] [total] {m:Measure} [{r}] => share of {m} by {l} {r}
[what is|what was|which was|when was] [the|our] (highest|biggest|best|top|record|largest) single {g:OneUnit} [for|of|in|in terms of] {m:Measure} [{r}] => {g} with the most {m} {r}
[what is|what was|which was|when was] [the|our] (lowest|smallest|worst) single {g:OneUnit} [for|of|in|in terms of] {m:Measure} [{r}] => {g} with the least {m} {r}

# ── how much more one has than the other
how much (higher|more|better|bigger|greater|lower|less|worse|smaller) (was|is|were|are) {m:Shown} in {p:Period} than [in] {q:Period} [{r}] => {m} in {p} vs {q} {r}
how many more {m:Measure} (did|does|do|had|has|have) {x:Members} (have|carry|make|get|sell|see|had|do) than {y:Members} [{r}] => {m} for {x} versus {y} {r}
how much more {m:Measure} (did|does|do|had|has|have) {x:Members} (have|carry|make|get|sell|see|had|do|earn|bring in) than {y:Members} [{r}] => {m} for {x} versus {y} {r}

# ── how late
how late (are|were|is|was|do|did) {x} on average {r} => how late are {x} {r}
how late on average (are|were|is|was|do|did) {r} => how late are {r}

# ── and so many of another
{r} [,] and how (many|much) {m:Measure} (did|do|does|have|has|had) (they|each|each one|each of them|it|those) [have|had|make|carry|get|take|sell|bring in|run|see] => {r} , with {m}

# ── each once
(different|distinct|unique|separate|individual) {m:DistinctCount} [{r}] => {m} {r}

# ── in an average one
how (many|much) {m:Shown} (do|did|does|have|has) (we|they|i|you) [do|get|have|see|make|carry|sell] on an average (weekend day|day of the weekend|saturday or sunday) [{r}] => average daily {m} on weekends {r}
! [avg|average] {m:Shown} / (month|mth|mo|mnth) [{r}] => average monthly {m} {r}
{r} in average {s} => {r} on average {s}
how (many|much) {m:Measure} (does|do|did) (each|every) {l:Level} (get|have|see|make|take|carry|sell) in (an average|a typical|a normal|a usual|an ordinary) {g:OneUnit} [{r}] => average {m} per {g} by {l} {r}
how (many|much) {m:Measure} (does|do|did) {x:Members} (get|have|see|make|take|carry|sell) in (an average|a typical|a normal|a usual|an ordinary) {g:OneUnit} [{r}] => average {m} per {g} for {x} {r}

# ── a month beside last year
! {r} (vs|versus|against|compared to|compared with) last year in {p:MonthName} => {r} in {p} vs last year

# ── shares
how (was|is|were|are) [the] [{p:Period}] {m:Shown} (divided|distributed|shared|shared out|divided up) (among|between|over|across) [the] {l:Level} [,] in (shares|percent|percentages|%) [{r}] => share of {m} by {l} {p} {r}
[the] (percentage|percent|%) (mix|split|breakdown) of {k:Level} (inside|within|in|for) (each|every) {l:Level} [,] (on|for|in|of|by) {m:Shown} [{r}] => share of {m} by {k} within each {l} {r}
{k:Level} (percentage|percent|%|share) of {m:Shown} (within|inside|in) [each|every] {l:Level} [{r}] => share of {m} by {k} within each {l} {r}
(go|break it down|split|group) by {l:Level} [,] and (in|within|for) (each|every) {l} [show|give] {k:Level} as a (share|percentage) of (that|its|the) [{l}] {m:Shown} [{r}] => share of {m} by {k} within each {l} {r}
what (share|percentage|part|percent|proportion) of {x:Members} {m:Shown} (does|do|did) each {k:Level} (make up|account for|contribute|have|take|represent) [{r}] => share of {m} by {k} for {x} {r}
! how much of {x:Members} {m:Shown} (is|was|are|were|comes from|came from|come from) {y:Members} [,] [in percent|as a percentage|as a share|in %] [{r:Period}] => share of {y} in {m} of {x} {r}
(what|which) (part|share|percentage|percent|proportion) of {x:Members} {m:Shown} (is|was|are|were|comes from|came from|come from|comes out of|came out of) {y:Members} [{r}] => share of {y} in {m} of {x} {r}
from [the] {m:Shown} (of|for|at) {x:Members} [,] (which|what|how big a) (part|share|percentage) (is|was|comes from) {y:Members} [{r}] => share of {y} in {m} of {x} {r}
! {y:Members} as [a|the] (%|percent|percentage|share|proportion|part) of {x:Members} {m:Shown} [{r:Period}] => share of {y} in {m} of {x} {r}
out of {x:Members} {m:Shown} [,] (what|which) (percent|percentage|share|part) (would be|is|was|comes from|are) {y:Members} [{r}] => share of {y} in {m} of {x} {r}
! [{p:Period}] [,] (what|which) (percent|percentage|share|part|proportion) of [{q:Period}] {m:Shown} (was|is|were|are|comes from|came from|comes out of|came out of|came with) {y:Members} => share of {y} in {m} {p} {q}
! [{p:Period}] [,] (what|which) (percent|percentage|share|part|proportion) of [{q:Period}] {m:Shown} (was|is|were|are|comes from|came from|comes out of|came out of|came with) {y:Set} => share of {y} in {m} {p} {q}
[the] {l:Level} (shares|percentages|split) of {m:Shown} in (that|each|every) {g:OneUnit} => share of {m} by {l} within each {g}
! [what|which] (share|percentage|proportion|fraction|part) of [all|the|our|all the|all our] {x:Members} {m:Measure} [that|which] (is|are|was|were|get|gets|got|has been|have been|had been|end up|ends up|ended up) {r} => share of {m} are {r} for {x}
! [what|which] (share|percentage|proportion|fraction|part) of [all|the|our|all the|all our] {x:Members} {m:Measure} (do|did|does|have|has) (we|they|you|people) {r} => share of {m} did we {r} for {x}
(what|which) (share|percentage|proportion|fraction|part|slice) of [the] [total] {m:Measure} (belongs to|belong to|goes to|is from|is attributable to|is due to|comes from|falls to|fell in|falls in|is down to|is made by) each {l:Key} [{r}] => share of {m} by {l} {r}
(what|which) (share|percentage|proportion|fraction) of {p:Period} {m:Measure} (fell|falls|was|came) in each {l:Key} => share of {m} by {l} in {p}
each {l:Level} (slice|share|part|portion|piece) of [the] total {m:Measure} [{r}] => share of {m} by {l} {r}
[the] (proportion|share|fraction|percentage) of {m:Measure} (attributable|due|belonging|going|that goes) to each {l:Level} [{r}] => share of {m} by {l} {r}
(what|which) (share|percentage|proportion|fraction|part) of {m:Measure} (is|was) (down to|due to|attributable to|from|thanks to|because of) {x:Members} [{r}] => share of {m} for {x} {r}
! (what|which) (share|percentage|proportion|fraction|part) of [our|the|all] {m:Measure} (does|did|do) {x:Members} account for [{r}] => share of {m} for {x} {r}
! how (did|has|have) {m:Measure} (move|moved|change|changed|shift|shifted) (between|from) {p:Period} (and|to) {q:Period} => change in {m} from {p} to {q}
! [in|for] {p:Period} by {m:Shown} [,] (which|what) {l:Level} (were|are|was|is) [the] top {n:Count} => top {n} {l} by {m} in {p}
! [the] {l:Level} picture (for|of|on) {m:Shown} [,] [{r}] => {m} by {l} {r}
! [the] [whole|full|overall|big] picture (for|of|on) {r} => {r}
! how much of (each|every) {k:Key} {m:Measure} (was|is|were|are) (each|every) {l:Level} [{p:Period}] [,] [as shares|as a share|in percent] => share of {m} by {l} within each {k} {p}
(what|which) (share|percentage|proportion|fraction|part) of {m:Measure} (does|did|do) {x:Members} (represent|make up|account for|have|hold|bring|contribute) [{r}] => share of {m} for {x} {r}
{p:Period} {g:Unit} by {g} [,] [the] {l:Level} (shares|share) of {m:Measure} [in that {g}] => share of {m} by {l} within each {g} of {p}
daily {m:Measure} (mix|shares) by {l:Level} [in percent] [,] {p:Period} [,] each day (summing|adding up|adding) to 100 => share of {m} by {l} within each day of {p}
weekly {m:Measure} (mix|shares) by {l:Level} [in percent] [,] {p:Period} [,] each week (summing|adding up|adding) to 100 => share of {m} by {l} within each week of {p}
monthly {m:Measure} (mix|shares) by {l:Level} [in percent] [,] {p:Period} [,] each month (summing|adding up|adding) to 100 => share of {m} by {l} within each month of {p}
quarterly {m:Measure} (mix|shares) by {l:Level} [in percent] [,] {p:Period} [,] each quarter (summing|adding up|adding) to 100 => share of {m} by {l} within each quarter of {p}

# ── adding up
subtract {y:Shown} from {x:Shown} [{r}] => {x} minus {y} {r}
add {x:Shown} (and|to) {y:Shown} (up|together) [for (me|us)] [,] [{r}] => {x} plus {y} {r}
add {x:Shown} to {y:Shown} [for (me|us)] [,] {r} => {x} plus {y} {r}
! the sum of {x:Measure} and {y:Measure} [{r}] => {x} plus {y} {r}
{x:Shown} (and|+|plus) {y:Shown} (added up|added together|summed|summed up|combined|together) [,] [{r}] => {x} plus {y} {r}
[what] [do you get] [if] [you|we|i] divide {x:Shown} by {y:Shown} [{r}] => {x} divided by {y} {r}
[what] [do you get] [if] [you|we|i] multiply {x:Shown} (by|with) {y:Number} [{r}] => {x} times {y} {r}
(twice|double|two times) [the] {x:Shown} [figure|figures|number|numbers] [{r}] => {x} times 2 {r}
(half|half of) [the] {x:Shown} (figure|figures|number|numbers) [{r}] => {x} divided by 2 {r}
{l:OneLevel} with the (biggest|largest|widest) (gap|difference) of {x:Shown} over {y:Shown} [,] {x} minus {y} [{r}] => {l} with the most {x} minus {y} {r}
{m:Measure} for {p:Period} [,] {g:Unit} (after|by) {g} adding up [as you go] => running total of {m} by {g} in {p}
{m:Measure} (building|adding|mounting|stacking) up (over|through|across|along) the {g:Unit} of {p:Period} [,] by {l:Level} => running total of {m} by {g} by {l} in {p}
{m:Measure} (building|adding|mounting|stacking) up (over|through|across|along) the {g:Unit} of {p:Period} => running total of {m} by {g} in {p}
(keep|show|give) a (running total|tally) of {m:Measure} (over|through|across) the {g:Unit} of {p:Period} => running total of {m} by {g} in {p}
how did {m:Measure} (accumulate|build up|add up|mount up) {g:Unit} by {g} in {p:Period} => running total of {m} by {g} in {p}
how did {m:Measure} (accumulate|build up|add up|mount up) by {g:Unit} in {p:Period} => running total of {m} by {g} in {p}
(cum|cumul) {m:Measure} by {g:Unit} [{r}] => running total of {m} by {g} {r}
add {m:Measure} up as {p:Period} goes on [,] by {g:Unit} => running total of {m} by {g} in {p}

# ── smoothed
(smooth|smoothen) {p:Period} {m:Measure} (using|with|by) a (rolling|moving) {n:Count} {g:Unit} average => {n} {g} moving average of {m} in {p}
daily {m:Measure} smoothed over {n:Count} (day|days) (for|in) {p:Period} [,] moving average => {n} day moving average of {m} in {p}
weekly {m:Measure} smoothed over {n:Count} (week|weeks) (for|in) {p:Period} [,] moving average => {n} week moving average of {m} in {p}
monthly {m:Measure} smoothed over {n:Count} (month|months) (for|in) {p:Period} [,] moving average => {n} month moving average of {m} in {p}

# ── two figures together
(is there|is it|are there|is) [any|a] (correlation|connection|relation|relationship|link|association|pattern) (of|between) {m:Measure} and {n:Measure} (for|across|over|by|among) [the] {l:Key} => relationship between {m} and {n} by {l}
(over|across|by) the {l:Key} [,] is there a (connection|correlation|link|relation|relationship) between {m:Measure} and {n:Measure} => relationship between {m} and {n} by {l}
by {l:Key} [,] is there a (connection|correlation|link|relation|relationship) between {m:Measure} and {n:Measure} => relationship between {m} and {n} by {l}
how (closely|strongly|well) do {m:Measure} and {n:Measure} (move together|go together|correlate|hang together|track each other) (across|over|by|for) [the] {l:Key} => relationship between {m} and {n} by {l}
how (closely|strongly|well) do {m:Measure} and {n:Measure} (move together|go together|correlate|hang together) by {l:Key} => relationship between {m} and {n} by {l}
do {m:Measure} and {n:Measure} (correlate|go together|move together|hang together) (by|across|over) [the] {l:Key} => relationship between {m} and {n} by {l}
do {l:Level} with more {m:Measure} also have more {n:Measure} => relationship between {m} and {n} by {l}
! does {m:Measure} go with {n:Measure} [when you look] by {l:Key} => relationship between {m} and {n} by {l}

# ── one for another
does [a|an] (higher|bigger|larger|more) {x:Measure} (mean|go with|come with|bring|lead to) [a|an] (higher|bigger|larger|more) {y:Measure} [{r}] => relationship between {x} and {y} {r}
{r} [,] does [a|an] (higher|bigger|larger|more) {x:Measure} (mean|go with|come with|bring|lead to) [a|an] (higher|bigger|larger|lower|smaller|more|less) {y:Measure} => relationship between {x} and {y} {r}
does [a|an] (higher|bigger|larger|more) {x:Measure} (mean|go with|come with|bring|lead to) [a|an] (lower|smaller|fewer|less) {y:Measure} [{r}] => relationship between {x} and {y} {r}
[{p}] [,] how (strongly|closely|well|tightly) (are|is|do) {x:Measure} and {y:Measure} (correlated|related|tied|linked|connected|correlate) [across|over|by] [the] {l:Level} => relationship between {x} and {y} by {l} {p}
how (strongly|closely|well|tightly) (are|is|do) {x:Measure} and {y:Measure} (correlated|related|tied|linked|connected|correlate) [{r}] => relationship between {x} and {y} {r}
(is|are) {x:Measure} (tied|linked|connected|related|correlated) (to|with) {y:Measure} [,] [{r}] => relationship between {x} and {y} {r}
(are|is) {x:Measure} and {y:Measure} (tied|linked|connected|related|correlated) (when|if) (you|we|i) (go|look) {l:OneLevel} by {l} => relationship between {x} and {y} by {l}
{p:Period} by {l:Level} [,] how much {m:Measure} do (we|they) get (out of|for|from) each {n:Measure} => {m} per {n} by {l} in {p}
{x:Members} {m:Measure} divided (by|through) (its|their) {n:Measure} => {m} per {n} for {x}
{m:Measure} in proportion to {n:Measure} [,] [as a ratio] [,] by {l:Level} => {m} per {n} by {l}
{l:OneLevel} (that gets|with|that has) [the] highest {m:Measure} for each {n:Measure} => {l} with the highest {m} per {n}
[the] relation {m:Measure} divided (by|through) {n:Measure} [,] for each {l:Level} => {m} per {n} by {l}

# ── of single records
{x:Members} records (ordered|sorted|ranked) from [the] (most|highest|largest) {m:Measure} to [the] (least|lowest|smallest|fewest) [{r}] => list the records for {x} sorted by {m} descending {r}
[show me] how [is|are|was|were] [the] {m:Shown} [is|are|was|were] (distributed|spread|spread out) (across|over) [all] [the] [single|individual] (records|rows|entries) [{r}] => distribution of {m} {r}
{p:Period} [,] how [is|are|was|were] [the] {m:Shown} [is|are|was|were] (distributed|spread|spread out) (across|over) [all] [the] [single|individual] (records|rows|entries) => distribution of {m} in {p}
how (is|are|was|were) [the] {m:Measure} distributed [{r:Period}] [,] [record by record|row by row] => distribution of {m} {r}
how (is|are|was|were) [the] {m:Measure} distributed {r} => distribution of {m} {r}
{m:Measure} {r} [,] how (is|are|was|were) (it|that|they) distributed => distribution of {m} {r}
[the] distribution (on|over) {m:Measure} [{r}] => distribution of {m} {r}
[what is|what was|show] [the] range of {m:Shown} (at|for|in|by|per|of) (each|every) {l:Level} [,] [the] (minimum|min|lowest) and (maximum|max|highest) [{r}] => minimum and maximum {m} by {l} {r}
{m:Measure} (across|by|in|over|per) {d:Measure} (brackets|bands|bins|buckets|steps|classes|ranges) of [width|size] {n:Number} [{r}] => {m} by {d} in bins of {n} {r}
! [may|can|could] [i|we] [see|have|show] [me] [the] (individual|single|actual|raw|underlying) (records|rows|entries) (of|for|from|in|behind) {x:Members} [from|in|for|of] [{p:Period}] => list the records for {x} in {p}
! {r} [,] [i|we] (want|need|show|give|list) [me|us] [the] (actual|individual|single|raw|underlying) (records|rows|entries) => list the records for {r}
{m:Measure} averaged over the records [,] by {l:Key} => average {m} by {l}
(which|what) {l:OneLevel} has [the] highest {m:Measure} on average per record => {l} with the highest average {m}
[which was|what was|what is] [the] (maximum|max|biggest|highest) [of] {m:Measure} [,] in (one|a single|a) record in {p:Period} => maximum {m} in {p}
[which was|what was|what is] [the] (maximum|max|biggest|highest) [of] {m:Measure} in {p:Period} [,] (one|a single|single) record => maximum {m} in {p}
[the] single biggest {m:Measure} (we had|there was) in {p:Period} => maximum {m} in {p}
[the] range of {m:Measure} (at|in|for|of) each {l:Level} [,] minimum and maximum => minimum and maximum {m} by {l}
min / max {m:Measure} by {l:Level} => minimum and maximum {m} by {l}
how did [the] average {m:Measure} per record go by {g:Unit} in {p:Period} => average {m} by {g} in {p}
(what did|how much did) each {l:Level} average in {m:Measure} per {g:OneUnit} [{r}] => average {m} per {g} by {l} {r}
how much {m:Measure} per {g:OneUnit} did (we|they) average [in] [{p:Period}] => average {m} per {g} in {p}
how much {m:Measure} does {x:Members} have in an average {g:OneUnit} => average {m} per {g} for {x}

# ── grown and fallen
{l:Level} (showing|with|having|that had|that have|which had|that did) (more|higher|bigger) {m:Shown} {p:Period} than the {g:OneUnit} before => {l} where {m} rose {p} versus the {g} before
{l:Level} (showing|with|having|that had|that have|which had|that did) (less|fewer|lower|smaller) {m:Shown} {p:Period} than the {g:OneUnit} before => {l} where {m} fell {p} versus the {g} before
how (did|does|do|has|have) {m:Shown} (change|move|develop|changed|moved) from (each|one) {g:OneUnit} to the next [{r}] => change in {m} by {g} {r}
{l:Level} (showing|with|having|that had|that have|which had|that did) (more|higher|bigger) {m:Shown} {p:Period} than {q:Period} => {l} where {m} rose {p} versus {q}
{l:Level} (showing|with|having|that had|that have|which had|that did) (less|fewer|lower|smaller) {m:Shown} {p:Period} than {q:Period} => {l} where {m} fell {p} versus {q}
{l:Level} {t:NumberTest} (below|under|behind) last year (on|in|for) {m:Shown} [{r:Period}] => {l} where {m} fell by {t} versus last year {r}
{l:Level} {t:NumberTest} (above|over|ahead of) last year (on|in|for) {m:Shown} [{r:Period}] => {l} where {m} rose by {t} versus last year {r}
! {l:Level} whose {m:Measure} (went up|rose|grew|increased) the most (between|from) {p:Period} (and|to) {q:Period} => {l} with the biggest increase in {m} from {p} to {q}
! {l:Level} whose {m:Measure} (went down|fell|dropped|decreased) the most (between|from) {p:Period} (and|to) {q:Period} => {l} with the biggest drop in {m} from {p} to {q}
{l:Level} showing more {m:Measure} {p:Period} than {q:Period} => {l} where {m} rose {p} versus {q}
{l:Level} running (lower|less|below) than {q:Period} on {m:Measure} {p:Period} => {l} where {m} fell {p} versus {q}
(which|what) {l:Level} have (increased|raised|grown) {m:Measure} [the] most from {p:Period} to {q:Period} [,] [in absolute|in absolute terms] => {l} with the biggest increase in {m} from {p} to {q}
(which|what) {n:Count} {l:Level} had [the] (strongest|biggest|highest|largest) percentage (increase|growth|rise|gain) (of|in) {m:Measure} from {p:Period} to {q:Period} => top {n} {l} by % growth in {m} from {p} to {q}
in (which|what) {l:OneUnit} of {p:Period} did {m:Measure} fall [the] most against [the] {l} before => {l} with the biggest drop in {m} in {p} {l} over {l}
(which|what) {l:Level} (had|saw|have) in {m:Measure} a growth over {n:Percent} (between|from) {p:Period} (and|to) {q:Period} => {l} where {m} grew by more than {n} from {p} to {q}
{m:Measure} growth > {n:Percent} [,] {l:Level} [,] {p:Period} to {q:Period} => {l} where {m} grew by more than {n} from {p} to {q}
{l:Level} that put on more than {n:Percent} in {m:Measure} (between|from) {p:Period} (and|to) {q:Period} => {l} where {m} grew by more than {n} from {p} to {q}
(which|what) {l:Level} grew {m:Measure} by (over|more than) {n:Percent} from {p:Period} to {q:Period} => {l} where {m} grew by more than {n} from {p} to {q}
how many {l:Level} had {m:Measure} growth (above|over|of more than) {n:Percent} from {p:Period} to {q:Period} => how many {l} where {m} grew by more than {n} from {p} to {q}
{l:Level} that at least doubled in {m:Measure} [going] from {p:Period} to {q:Period} => {l} where {m} grew by 100% or more from {p} to {q}
(which|what) {l:Level} saw {m:Measure} halved from {p:Period} to {q:Period} => {l} where {m} fell by 50% or more from {p} to {q}
{l:Level} where {m:Measure} dropped by half or (worse|more) from {p:Period} to {q:Period} => {l} where {m} fell by 50% or more from {p} to {q}
from {p:Period} to {q:Period} [,] how much did {m:Measure} (go up or down|change|move) => change in {m} from {p} to {q}
by what percentage did {m:Measure} change for each {l:Level} from {p:Period} to {q:Period} => % change in {m} by {l} from {p} to {q}
% (chg|chng|delta|change) {m:Measure} by {l:Level} {p:Period} to {q:Period} => % change in {m} by {l} from {p} to {q}

# ── drawn
tabulate {m:ShownList} by {l:Level} => table of {m} by {l}
(scatter plot|scatterplot|scatter) [,] {m:Measure} and {n:Measure} [,] a dot for each {l:Level} => scatter of {m} and {n} by {l}
put {m:Measure} for the {l:Level} into a (bar graph|bar chart) => bar chart of {m} by {l}

# ── how somebody does
how (is|are|was|were|has|have|did) {x} (doing|done|do|performing|getting on|faring) (on|for|with|in terms of) {m:Shown} [{r}] => {m} for {x} {r}
how (did|does|do|has|have|is|are|was|were) {r} (go|gone|do|doing|done|fare|look|hold up|shape up|perform|turn out|measure up|moved|move|develop|developed|evolve) [,] [{q}] => {r} , {q}
how (did|does|do|has|have|is|are|was|were) {r} (compare|stack up|compared|stacked up) [,] {q} => {r} , {q}
{r} this {g:OneUnit} (against|compared with|compared to|versus|vs) last => {r} this {g} versus last {g}
(which|what) is [the] {l:OneLevel} with more {m:Shown} [{r}] => {l} with the most {m} {r}
(whatd|what did|what have|what do|what would) (we|you|i) (pull in|take in|bring in|make|earn|get|take|pull) from {m:Shown} [{r}] => {m} {r}
on (a|an|the) (typical|average|normal|ordinary|usual) {g:OneUnit} [,] how (many|much) {m:Shown} [(do|did|does) (we|they) (carry|have|get|see|sell|make|do|serve)] [{p:Period}] => average {m} per {g} {p}
how (do|does|did|are|is) {m:Shown} (divide|split|spread|break down|divided|spread out|distribute) (over|across|between|among|by|into) {k:Level} (inside|within|in|for) each {l:Level} [,] [as (percentages|shares|percent|a percentage|proportions)] [{r}] => share of {m} by {k} within each {l} {r}
(for|in|over|during) {p:Period} [,] how {r} => how {r} in {p}
how (is|are|was|were|has|have|did|does|do) {x:Members} (doing|done|do|performing|performed|getting on|faring|looking|fare|going|go|been doing) (on|for|with|in|in terms of) {m:Shown} [{r}] => {m} for {x} {r}
how (is|are|was|were|did|does|do|has|have) {x:Members} {m:Shown} (doing|look|looking|going|go|developing|been) [{r}] => {m} for {x} {r}
how (is|was|has|did|does|are|were) {m:Shown} (doing|done|do|going|go|looking|look|behaving|been|behaved|holding up|hold up) [{r}] => {m} {r}
{r} [,] {m:Shown} wise => {m} {r}
any {m:Shown} {p:Period} => {m} {p}
any {m:Shown} in {p:Period} => {m} in {p}
(draw|plot|make|give|show|sketch) [me|us] [a] (line|curve|line chart|line graph) (of|for|with) {r} => {r} as a line
(draw|plot|make|give|show|sketch) [me|us] [a] (bar chart|bars|bar graph|column chart) (of|for|with) {r} => {r} as bars
(draw|plot|make|give|show|sketch) [me|us] [a] (pie|pie chart) (of|for|with) {r} => {r} as a pie
(draw|make|give|show) [me|us] [a] (table|list) (of|with) {r} => {r} as a table

# ── by a level
(walk|take|lead|run|guide|talk) me through {m:ShownList} {l:Level} by {l} [{r}] => {m} by {l} {r}
(walk|take|lead|run|guide|talk) me {g:Unit} by {g} through {r} {m:Shown} => {m} by {g} {r}
! (walk|take|lead|run|guide|talk) me {d:Unit} by {d} through {p:Period} {m:Shown} => {m} by {d} {p}
{m:ShownList} {l:Level} (wise|for {l}) [{r}] => {m} by {l} {r}
{m:ShownList} [,] {l:Level} by {l} [{r}] => {m} by {l} {r}
{r} [,] {l:Level} by {l} => {r} by {l}
{m:ShownList} {r} [,] {l:Level} by {l} => {m} {r} by {l}
{m:Shown} (for|of|from|at|in|across|over) (all|each|every|all of) [the|our] {l:Level} [{r}] => {m} by {l} {r}
[the] {l:Level} (picture|view|split|breakdown|distribution|story|situation|position|comparison) (for|of|on|in) {m:ShownList} [,] [{r}] => {m} by {l} {r}
{r} [,] but (sliced|split|cut|broken down|divided|grouped|shown) by {l:Level} => {r} by {l}
(breakdown|beakdown|break down|split|distribution|division|analysis|decomposition) of {m:ShownList} by {l:Level} [{r}] => {m} by {l} {r}
(open up|unfold|expand|unpack|open) {x:Members} [for me] [,] {m:Shown} by {c:Level} => {m} by {c} for {x}
(split|break|divide) {x:Members} (into|in|by) [its|their] {c:Level} [level] [and] [give|show] {m:Shown} => {m} by {c} for {x}
(laid|lay|set|spread) {m:ShownList} out by {l:Level} [{r}] => {m} by {l} {r}
{m:ShownList} (laid out|set out|spread out|listed|tabulated|separated|arranged|organised|organized|sorted|sliced|cut|chopped|divided|grouped|broken out|broken down|split out|split up|split) by {l:Key} [{r}] => {m} by {l} {r}
[go ahead and] (break out|split out|break up|split up|divide up|carve up|slice|break down|split|cut) {m:ShownList} by {l:Key} [for] {r} => {m} by {l} {r}
(break out|split|break down|slice|break|divide) {p:Period} {m:ShownList} by {l:Key} => {m} by {l} in {p}
(break out|split|break down|slice|break|divide) {p:Period} [down|up] into {l:Unit} for {m:ShownList} => {m} by {l} in {p}
(break|split|divide) {p:Period} [down|up] into {l:Unit} for {m:ShownList} => {m} by {l} in {p}
(group|bundle|sum|roll up|put|collect) [the] {m:ShownList} (into|by|in) {l:Unit} [{r}] => {m} by {l} {r}
how (are|is|were|do|did) [the|our] {l:Level} (doing|do|looking|performing|stand|standing|going|getting on|faring|compare|comparing) (on|in|for|with|in terms of) {m:ShownList} [{r}] => {m} by {l} {r}

# ── by two
[for|in] [{p:Period}] [,] [the] {l:Level} [,] and under (each|every|each one|every one) [one|of them] [the] {k:Level} [,] (with|showing) {m:Shown} => {m} by {l} and {k} {p}
{m:ShownList} by {l:Level} [,] [and] (split|then split|break|divide|cut|and) (that|it|those|each) [further] by {k:Level} [too|as well|also] [{r}] => {m} by {l} and {k} {r}
cross {l:Level} (with|by|and|against) {k:Level} [and|,] [show|give|for] {m:ShownList} [{r}] => {m} by {l} and {k} {r}
(how|what) does {m:Shown} (break down|split|divide|look) by {l:Level} [,] [and] [,] (inside|within|in|under|below) (that|each|it|those) [,] by {k:Level} [{r}] => {m} by {l} and {k} {r}
[the] {m:ShownList} for (each|every|all) (combination|pair|pairing|mix) of {l:Level} and {k:Level} [{r}] => {m} by {l} and {k} {r}
{m:ShownList} by {l:Level} (n|&|x|times|plus|then|followed by|along with|together with|as well as) [by] {k:Level} [{r}] => {m} by {l} and {k} {r}
each {l:Level} with (its|their) {m:ShownList} [and] (inside|within|under|below) (each|every) {l} [show] [me] [the] {k:Level} [as well|too] => {m} by {l} and {k}
{m:ShownList} with [the] {l:Level} (down the side|in rows|as rows|down|on the side) [and|,] [the] {k:Level} (across|in columns|as columns|on top|along the top) [{r}] => {m} by {l} and {k} {r}
(break down|split|slice|slice and dice|dice) {p:Period} {m:ShownList} by {l:Level} (as well as|and|and by|plus|and also) [by] {k:Level} => {m} by {l} and {k} in {p}
(plot|draw|chart|graph|track|follow) [the] {m:Shown} of (each|every|all) {l:Level} (over|through|across|along) [the] (months|month) (of|in) {p:Period} => {m} by month and {l} in {p}
{m:ShownList} {r} [,] first by {l:Level} [,] then by {k:Level} [underneath|below|within|after] => {m} by {l} and {k} {r}
{p:Period} [,] [the] {l:Level} [,] and (under|within|inside|below|in) each [one] [the] {k:Level} [,] with {m:ShownList} => {m} by {l} and {k} in {p}

# ── over time
(how|what) (is|was|has|have|did|does|do|are) {m:Shown} [been|going|be] (trending|trend|evolving|evolve|evolved|developing|develop|developed|moving|moved|gone|going|changing|changed) [{r}] => {m} over time {r}
(how|what) (is|was|has|have) {m:Shown} been (trending|evolving|developing|moving|going|changing|doing) [over time|lately] => {m} over time
! (chart|plot|draw|graph|show|see) [the] (evolution|development|course|trend|history|progress|path|trajectory|movement|progression|curve) (of|in|for) {m:Shown} [over time] => {m} over time
[the] (evolution|development|course|trend|history|progress|trajectory|progression|curve) (of|in|for) {m:Shown} [over time] => {m} over time
(how|what) (has|have|did|does|is) {m:Shown} (moved|move|gone|go|evolve|evolved|develop|developed|change|changed|done|do|look|run|looked|vary|varied) [from] {g:Unit} (by|to) {g} [{r}] => {m} by {g} {r}
! {m:Shown} (through|throughout|across|during|over) {p:Period} [,] {g:Unit} by {g} => {m} by {g} in {p}
(track|follow|trace|watch|plot|chart) {m:Shown} (over|through|across|along|by) [the] {g:Unit} of {p:Period} [for me] => {m} by {g} in {p}
(picture|story|view|curve|line) for {x:Members} on {m:Shown} over time => {m} over time for {x}
{m:ShownList} of (each|every) {g:Unit} (of|in) [the] [year|month|quarter] {p:Period} => {m} by {g} in {p}
how did {m:Shown} go {g:Unit} by {g} [{r}] => {m} by {g} {r}
(split|break|divide) {p:Period} {m:Shown} into (mondays|monday) [,] (tuesdays|tuesday) [and so on|etc|and so forth] => {m} by day of week in {p}
{a:UnitAdverb} (figures|numbers|values|data|totals) (of|for|on) {m:ShownList} [{r}] => {m} {a} {r}
{m:ShownList} (qtrly|quartely) [{r}] => {m} by quarter {r}

# ── several figures
! all [the] {l:Level} with their {m:ShownList} and their {n:ShownList} [{r}] => {m} and {n} by {l} {r}
{m:Shown} and on {n:Shown} [{r}] => {m} and {n} {r}
(three|two|four|3|2|4) (figures|numbers|measures|metrics) by {l:Level} [for] {p:Period} [,] {m:ShownList} => {m} by {l} in {p}
{m:ShownList} (on|in) one (page|table|chart|go|view) for {p:Period} [,] one (row|line) (for|per) each {l:Level} => {m} by {l} in {p}
{p:Period} {a:UnitAdverb} {m:ShownList} => {m} {a} in {p}

# ── left out
{r} with {x:Members} (taken|left|cut|kept) (out|off|away|aside) => {r} without {x}
{r} with {x:Members} out of (the picture|it|the way) => {r} without {x}
with {x} out of (the picture|it|the way) [,] {r} => {r} without {x}
{r} [,] leaving {x:Members} (aside|out|off|away) [,] {s} => {r} {s} without {x}
{r} [,] leaving {x:Members} (aside|out|off|away) => {r} without {x}
what [is|are|was|were] {r} if (we|you|i) (leave out|leave|exclude|ignore|drop|take out|skip|omit|left out|do not count|not count|leave aside) {x:Members} [out|aside|away] => {r} without {x}
{r} [,] [but] without (to count|counting|including|considering) {x:Members} => {r} without {x}
{r} [,] [and|but] (not|never) (counting|including|considering|to count) {x:Members} => {r} without {x}
{r} ex {x:Members} => {r} without {x}
{r} [,] {x:Members} (excluded|left out|aside|omitted|excepted|not included|not counted) => {r} without {x}
{m:Shown} {r} net of {x:Members} [,] [i mean] [without them] => {m} {r} without {x}
{r} net of {x:Members} [,] [i mean] [without them] => {r} without {x}
leave {x:Members} (as well as|and) {y:Members} (aside|out|off|away) [,] {r} => {r} without {x} and {y}
(leave|leaving|take|taking|put|set|setting) {x:Members} (aside|out|off|away) [,] {r} => {r} without {x}
(do not count|not count|exclude|ignore|leave out|skip|drop|forget|forget about|take out|without counting) {x:Members} [,] [and] [then] {r} => {r} without {x}
drop {q:Period} from {p:Period} [,] [then] [what is|what was|show] {m:Shown} => {m} in {p} without {q}
{r} [,] (skip|skipping|minus|bar|barring|other than|sans|less|omit|omitting|ignoring) {x:Members} [though] => {r} without {x}
{r} [,] [but] [you know] not {x:Members} => {r} without {x}
(leave|keep) [the] weekends out [and] {r} => {r} on weekdays
(monday to friday|mon to fri|monday through friday|weekdays only|on working days|working days) [,] {r} => {r} on weekdays

# ── the first n
[the] {n:Count} (heavy hitters|big hitters|front runners|frontrunners|leaders|star performers|top performers|best performers|heavyweights|largest|biggest|highest|greatest|leading|strongest) (among|amongst|of|in) [the|our|all] {l:Level} [,] (by|on|in|for|in terms of) {m:Shown} [{r}] => top {n} {l} by {m} {r}
rank [the|our|all] {l:Level} (by|on) {m:Shown} [,] [and|then] (keep|take|show|give) [only] [the] (first|top) {n:Count} [{r}] => top {n} {l} by {m} {r}
[the] {n:Count} {l:Level} (that|which|who) (have|had|has|got|show|showed|make|made|generate|generated|bring|brought) [in] [the] (highest|most|biggest|largest|greatest) {m:Shown} [{r}] => top {n} {l} by {m} {r}
[the] {n:Count} {l:Level} (that|which|who) (have|had|has|got|show|showed|make|made) [the] (lowest|least|fewest|smallest) {m:Shown} [{r}] => bottom {n} {l} by {m} {r}
(name|list|show|tell|give|which|what|who are) [me|us] [the] {n:Count} {l:Level} (with|having|have|had|has) [the] (highest|most|biggest|largest) {m:Shown} [{r}] => top {n} {l} by {m} {r}
(which|what) {n:Count} {l:Level} (came out|are|come|rank|ranked|came|finish|finished|were|sit|stand) [at] [the] (top|first|ahead|in front|on top) (on|in|for|by) {m:Shown} [{r}] => top {n} {l} by {m} {r}
[the] {n:Count} {l:Level} (leading|ahead|topping the table|on top|at the top|in front) (in|on|for|by) {m:Shown} [{r}] => top {n} {l} by {m} {r}
[the] {n:Count} {l:Level} where {m:Shown} is [the] (highest|biggest|largest|greatest) [{r}] => top {n} {l} by {m} {r}
[the] {n:Count} {l:Level} where {m:Shown} is [the] (lowest|smallest|least) [{r}] => bottom {n} {l} by {m} {r}
! [who|which|what] [are] [the] {n:Count} (biggest|largest|highest|top|best|leading|greatest) {l:Level} (on|in|for|by) {m:Shown} [{r}] => top {n} {l} by {m} {r}
! [who|which|what] [are] [the] {n:Count} (smallest|lowest|bottom|weakest|least) {l:Level} (on|in|for|by) {m:Shown} [{r}] => bottom {n} {l} by {m} {r}
(btm|bot) {n:Count} {l:Level} by {m:Shown} [{r}] => bottom {n} {l} by {m} {r}
[the] {n:Count} {l:Level} [,] [the] [ones] with [the] (smallest|lowest|least|fewest) {m:Shown} [{r}] => bottom {n} {l} by {m} {r}
[the] {n:Count} {l:Level} [,] [the] [ones] with [the] (highest|biggest|largest|most) {m:Shown} [{r}] => top {n} {l} by {m} {r}
{p:Period} (bottom|lowest) {n:Count} (among|of) [the] {l:Level} (on|by|in|for) {m:Shown} => bottom {n} {l} by {m} in {p}
{p:Period} (top|highest) {n:Count} (among|of) [the] {l:Level} (on|by|in|for) {m:Shown} => top {n} {l} by {m} in {p}
[the] {n:Count} {l:Level} (propping up|at the bottom of|at the foot of) [the] (table|list|ranking) (on|in|for|by) {m:Shown} [{r}] => bottom {n} {l} by {m} {r}
top {n:Count} {l:Level} (on|in|for) {m:Shown} [{r}] => top {n} {l} by {m} {r}
bottom {n:Count} {l:Level} (on|in|for) {m:Shown} [{r}] => bottom {n} {l} by {m} {r}

# ── the first one
[what|which|who] [is|was] [our|the] (number one|no 1|number 1|top|leading|biggest|largest) {l:OneLevel} (on|in|for|by) {m:Shown} [{r}] => {l} with the most {m} {r}
[tell me] (which|what) {l:OneLevel} (generated|made|produced|brought in|brought|had|has|took|got|did|does|makes|generates|delivered|delivers|achieved|contributed|posted) [the] most {m:Shown} [{r}] => {l} with the most {m} {r}
[tell me] (which|what) {l:OneLevel} (was it that|is it that) (did|had|made|has|got) [the] most {m:Shown} [{r}] => {l} with the most {m} {r}
(which|what) {l:OneLevel} (came|comes|finished|ranks|ranked|is|was) [out] [in] (first|top|ahead|first place|on top|highest|number one) (for|on|in|by) {m:Shown} [{r}] => {l} with the most {m} {r}
(which|what) {l:OneLevel} (came|comes|finished|ranks|ranked|is|was) [out] [in] (last|bottom|lowest|last place) (for|on|in|by) {m:Shown} [{r}] => {l} with the least {m} {r}
[the] {l:OneLevel} with [the] (highest|most) {m:Shown} [,] (which|who) [one] is (it|that) => {l} with the most {m}
! [the] {l:OneLevel} (that|which|who) accounts for [the] (largest|biggest|most|highest) [share of|part of] {m:Shown} [{r}] => {l} with the most {m} {r}
where {m:Shown} is concerned [,] (which|what) {l:OneLevel} (was|is) [the] highest [{r}] => {l} with the highest {m} {r}
where {m:Shown} is concerned [,] (which|what) {l:OneLevel} (was|is) [the] lowest [{r}] => {l} with the lowest {m} {r}
(which|what) {l:OneLevel} (took|takes|holds|held|has|had|got|won) [the] (top|first|number one) (spot|place|position|slot|rank) (for|on|in|by) {m:Shown} [{r}] => {l} with the most {m} {r}
{p:Period} [,] {m:Shown} [,] [name] [the] (number one|top|leading) {l:OneLevel} => {l} with the most {m} in {p}
[in|on] (which|what) {l:OneUnit} (of|in) {p:Period} (was|were|did|is) {m:Shown} [the] (highest|biggest|greatest|at its highest|at its peak|at its best) => {l} with the most {m} in {p}
[in|on] (which|what) {l:OneUnit} (of|in) {p:Period} (was|were|did|is) {m:Shown} [the] (lowest|smallest|at its lowest|at its worst) => {l} with the least {m} in {p}
{p:Period} [,] (which|what) {l:OneUnit} did (we|i) (get|have|see|make|do) [the] most {m:Shown} => {l} with the most {m} in {p}
(which|what) {l:OneUnit} (came|comes) out (highest|on top|top|best) (for|on|in) {m:Shown} [{r}] => {l} with the most {m} {r}
(what|which) day of [the] week (do|did|does) (we|i) (get|have|see|make|do|sell) [the] most {m:Shown} [on] [{r}] => day of week with the most {m} {r}
! [across|over] [the] week [,] (which|what) day of [the] week is [the] highest for {m:Shown} => day of week with the most {m}
! [so|and] (was|were|is|are) {p:Period} [any|much|a lot] (better|worse|higher|lower|busier|quieter|bigger|smaller|stronger|weaker) [for us] than {q:Period} [for|in|on|in terms of] {m:Shown} => {m} {p} versus {q}
! [so|and] (was|were|is|are) {m:Shown} [any|much|a lot] (better|worse|higher|lower|bigger|smaller|stronger|weaker) in {p:Period} than [in] {q:Period} => {m} {p} versus {q}
! [so|and] (was|were|is|are) {p:Period} [any|much|a lot] (better|worse|higher|lower|busier|quieter|bigger|smaller|stronger|weaker) [for us] than {q:Period} => {p} versus {q}
! [the|which] [top|best] {n:Percent} of [the] {l:Level} (with|by|on|that have|having) [the] (most|highest|biggest|largest|best) {m:Shown} [{r}] => top {n} of {l} by {m} {r}
! [the|which] [bottom|worst] {n:Percent} of [the] {l:Level} (with|by|on|that have|having) [the] (least|fewest|lowest|smallest|worst) {m:Shown} [{r}] => bottom {n} of {l} by {m} {r}
! (did|do|have|are|were) (we|they) (hit|hitting|meet|met|meeting|reach|reached|reaching|make|made|making|beat|beating) [our|the|their] (target|targets|plan|plans|goal|goals|budget) [{r}] => versus plan {r}
! who (is|are|was|were) [the] {l:OneLevel} (with|having|that has|that had|who has|who had) [the] {r} => which {l} has the {r}
! who (has|had|got|gets|brought in|brings in|made|makes|sold|generated|did|does) [the] (most|msot|highest|biggest|largest) {m:Measure} [{r}] => who has the most {m} {r}
(who|whos) (got|has|had) [the] (most|msot|highest) {m:Shown} [{r}] => who has the most {m} {r}
who (topped|tops|leads|led|heads|headed) [everyone else|everyone|everybody|the table|the list] [on|in|for] {m:Shown} [{r}] => who has the most {m} {r}
who was it [,] {r} [,] with [the] most {m:Shown} => who has the most {m} {r}
where (does|do|did) (most|the most|the bulk|the majority) of [our|the] {m:Shown} come from [{r}] => where is the most {m} {r}
where (did|do|would) (we|i) see [the] highest {m:Shown} [{r}] => where is the highest {m} {r}
where {m:Shown} was (at its|the) highest [{r}] => where is the highest {m} {r}

# ── best and worst
[the] {n:Count} {l:Level} (that|which|who) (are|were|is) [the] (worst|weakest) [,] [measured|judged|ranked] (in|by|on|for) {m:Shown} [{r}] => worst {n} {l} by {m} {r}
[the] {n:Count} {l:Level} (that|which|who) (are|were|is) [the] (best|strongest) [,] [measured|judged|ranked] (in|by|on|for) {m:Shown} [{r}] => best {n} {l} by {m} {r}
who (is|was|are) [the] best (on|for|at|in|by) {m:Shown} [{r}] => who has the best {m} {r}
who (is|was|are) [the] worst (on|for|at|in|by) {m:Shown} [{r}] => who has the worst {m} {r}
(which|what) {l:OneLevel} (is|was|has been|did|does|performs|performed) [doing|performing|the] best (for|on|in|in terms of|at|with|by) {m:Shown} [{r}] => best {l} by {m} {r}
(which|what) {l:OneLevel} (is|was|has been|did|does|performs|performed) [doing|performing|the] worst (for|on|in|in terms of|at|with|by) {m:Shown} [{r}] => worst {l} by {m} {r}
(worst|wosrt) {l:OneLevel} {p:Period} (on|by|for|in) {m:Shown} => worst {l} by {m} {p}
best {l:OneLevel} {p:Period} (on|by|for|in) {m:Shown} => best {l} by {m} {p}
(which|what) {n:Count} {l:Level} are [the] worst (on|by|for|in|at) {m:Shown} [{r}] => worst {n} {l} by {m} {r}
(which|what) {n:Count} {l:Level} are [the] best (on|by|for|in|at) {m:Shown} [{r}] => best {n} {l} by {m} {r}
(what|which) (was|is) [the] best {l:OneUnit} of {p:Period} [,] {m:Shown} wise => best {l} for {m} in {p}
(what|which) (was|is) [the] worst {l:OneUnit} of {p:Period} [,] {m:Shown} wise => worst {l} for {m} in {p}
{p:Period} [,] [the] {l:OneUnit} that was [the] worst (for|on|in|by) {m:Shown} => worst {l} for {m} in {p}
{p:Period} [,] [the] {l:OneUnit} that was [the] best (for|on|in|by) {m:Shown} => best {l} for {m} in {p}
who is best (on|at|in|by|for) {m:Shown} [{r}] => who has the best {m} {r}
who would (we|you) have as [the] best {l:OneLevel} (on|by|for|in) {m:Shown} [{r}] => best {l} by {m} {r}

# ── the first in each
! (for|in|per|within) [each|every] {k:Level} [,] [give me|show me|give|show|the|which|what] [the] {n:Count} (biggest|largest|top|highest|best|leading) {l:Level} (by|on|in|for) {m:Shown} [{r}] => top {n} {l} by {m} in each {k} {r}
! (for|in|per|within) [each|every] {k:Level} [,] [give me|show me|give|show|the|which|what] [the] {n:Count} {l:Level} (have|had|that have|that had|with|having) [the] most {m:Shown} [{r}] => top {n} {l} by {m} in each {k} {r}
! (for|in|per|within) [each|every] {k:Level} [,] bottom {n:Count} {l:Level} (by|on|in|for) {m:Shown} [{r}] => bottom {n} {l} by {m} in each {k} {r}
go {k:Level} by {k} and (tell|show|give|list) [me] [the] {n:Count} {l:Level} with [the] most {m:Shown} [{r}] => top {n} {l} by {m} in each {k} {r}
(which|what) {n:Count} {l:Level} (led|lead|are ahead|came first|topped|are top|rank highest) in (each|every) {k:Level} (by|on|for|in) {m:Shown} [{r}] => top {n} {l} by {m} in each {k} {r}
[what is|which is|whats] [the] (number one|top|biggest|best|largest|leading) {l:OneLevel} (by|on|for|in) {m:Shown} (in|within|inside|for|per) (each|every|each single|every single) {k:Level} [{r}] => top {l} by {m} in each {k} {r}
[the] {n:Count} {l:Level} with [the] lowest {m:Shown} (in|within|inside|for) (each|every) {k:Level} [{r}] => bottom {n} {l} by {m} in each {k} {r}
[the] {n:Count} {l:Level} with [the] highest {m:Shown} (in|within|inside|for) (each|every) {k:Level} [{r}] => top {n} {l} by {m} in each {k} {r}

# ── one ranks, another is shown
! [who|which|what] [are] [the] {n:Count} (biggest|largest|highest|top) {l:Level} (by|on|for|in) {m:Shown} [{r:Period}] [,] [and|plus|with] [what|show|what is|tell me|with|together with|along with|also show] [their|the] {k:ShownList} [they did|as well|too|alongside|with it|next to it|for each|of them] => {m} and {k} for the {n} {l} with the most {m} {r}
top {n:Count} {l:Level} (by|on|for|in) {m:Shown} [{r:Period}] [,] (w / |with|plus|and|along with|together with|showing) [the|their] {k:ShownList} [too|alongside|as well|for each|next to it] => {m} and {k} for the {n} {l} with the most {m} {r}
bottom {n:Count} {l:Level} (by|on|for|in) {m:Shown} [for|in] [{r:Period}] [,] (w / |with|plus|and|along with|together with|show|showing) [the|their] {k:ShownList} [too|alongside|as well|for each|next to it] => {m} and {k} for the {n} {l} with the least {m} {r}
! [the] {n:Count} {l:Level} with [the] most {m:Shown} [,] and [also] [show] [me] [their|the]  {k:ShownList} [of them|too|as well] => {m} and {k} for the {n} {l} with the most {m}
! [which] [the] {n:Count} {l:Level} (have|has|with) [the] highest {m:Shown} [,] and what [is] (their|the) {k:ShownList} => {m} and {k} for the {n} {l} with the highest {m}
{n:Count} {l:Level} where {m:Shown} is [the] highest [,] and show {k:ShownList} [with it|too|as well] => {m} and {k} for the {n} {l} with the highest {m}
how does {k:Shown} (run|go|look|move) by {g:Unit} for [the] {n:Count} {l:Level} (that have|with|having) [the] most {m:Shown} => for the {n} {l} with the most {m}, the {k} by {g}
take [the] {n:Count} (biggest|largest|top|highest) {l:Level} (on|by|for) {m:Shown} and (show|give) [me] their {k:Shown} {g:Unit} by {g} => for the {n} {l} with the most {m}, the {k} by {g}
{k:Shown} by {j:Level} for [the] {n:Count} {l:Level} whose {m:Shown} is [the] highest => for the {n} {l} with the highest {m}, the {k} by {j}
[the] {n:Count} highest {l:Level} on {m:Shown} [,] and for those {k:Shown} split by {j:Level} => for the {n} {l} with the highest {m}, the {k} by {j}
{k:Shown} {g:Unit} by {g} for [just|only] [the] {n:Count} {l:Level} (that have|with) [the] most {m:Shown} => for the {n} {l} with the most {m}, the {k} by {g}

# ── the first per cent
[the] (upper|highest|top|leading|biggest|best) {n:Percent} of [the|all|our] {l:Level} [ranked|sorted|ordered] (by|on|in terms of) {m:Shown} [{r}] => top {n} of {l} by {m} {r}
(keep|show|take) [only] [the] (highest|top|best) {n:Percent} of {l:Level} (by|on) {m:Shown} [{r}] => top {n} of {l} by {m} {r}
(which|what) {l:Level} (make up|are in|were in|are|form) [the] top {n:Number} (percent|per cent|pct|%) (by|on|for|in) {m:Shown} [{r}] => top {n} % of {l} by {m} {r}
(which|what) {l:Level} (make up|are in|were in|are|form) [the] bottom {n:Number} (percent|per cent|pct|%) (by|on|for|in) {m:Shown} [{r}] => bottom {n} % of {l} by {m} {r}
{p:Period} top {n:Number} (percent|per cent|pct|%) (among|of) [the] {l:Level} [,] [ranked] (on|by) {m:Shown} => top {n} % of {l} by {m} {p}

# ── conditions on figures
! look at [the] {l:Level} [in {p:Period}] [,] which [ones|of them] (had|have|has) {t:NumberTest} {m:Shown} => {l} with {m} {t} {p}
[are|is|were] [there] [any|some] {l:Level} [that are|running|with|at|having] {m:Shown} {t:NumberTest} [,] [and] [which] [{r:Period}] => {l} with {m} {t} {r}
(any|are any|are there any|were there any|were any|which|what) {l:Level} [are|were] {t:NumberTest} (in|on|for|by) {m:Shown} [{r}] => {l} with {m} {t} {r}
[on|in] (which|what) {l:Unit} did (we|they|it|you|i) @did {t:NumberTest} {m:Shown} [{r}] => {l} with {m} {t} {r}
(any|which|what|are any|are there any|list|list all|list every|list the|show|show me|show all|give me all|all|find|name) [the|of the|those|our] {l:Level} (above|over|with more than|exceeding|beyond|past|topping) {n:Number} (in|on|of|for) {m:Shown} [{r}] => {l} with over {n} {m} {r}
! [list|show|which|give me] [every|all|the|each|those|any] {l:Level} (whose|where) {m:Shown} (exceeds|exceed|is over|is above|is more than|is greater than|is bigger than|went past|went over|goes over|passes|tops|topped|surpasses|exceeded|is higher than) {n:Number} [,] [which ones] [{r}] => {l} with over {n} {m} {r}
! [list|show|which|give me] [every|all|the|each|those|any] {l:Level} (whose|where) {r:Period} {m:Shown} (exceeds|is over|is above|is more than|went past|went over|goes over|passes|tops|topped|surpasses|exceeded) {n:Number} => {l} with over {n} {m} {r}
(which|what) {l:Level} (are having|have|had|has|got|made|make|run|ran|did) {m:Shown} (bigger|larger|higher|greater|more|above|over) [than] {n:Number} [{r}] => {l} with over {n} {m} {r}
{l:Level} (w|with|having) {m:Shown} (>|over|above|more than) {n:Number} [{r}] => {l} with over {n} {m} {r}
{l:Level} (w|with|having) {m:Shown} (<|under|below|less than) {n:Number} [{r}] => {l} with under {n} {m} {r}
(which|what) {l:Level} (made|have|had|got|did|sold) less (than|tahn|then) {n:Number} {m:Shown} [{r}] => {l} with under {n} {m} {r}
[give me] [all|the|those|any|which] {l:Level} that (got|get|came|made it|rose) [up] to at least {n:Number} (in|of|on) {m:Shown} [{r}] => {l} with at least {n} {m} {r}
are (any|there any) {l:Level} (running|with|having|that have|showing) {m:Shown} (higher|bigger|larger|greater|more|over|above) [than] {n} [,] and which => {l} with {m} over {n}
(which|what) {l:Level} (have|had|has|make|made|got) (from|between) {n:Number} (to|and) {k:Number} {m:Shown} [{r}] => {l} with {m} between {n} and {k} {r}
{l:Level} [somewhere] between {n:Number} and {k:Number} (in|on|of|for) {m:Shown} [{r}] => {l} with {m} between {n} and {k} {r}
[show] {l:Level} over {n:Number} in {m:Shown} (yet|but|and) (below|under) {k:Number} in {j:Shown} => {l} with over {n} {m} and under {k} {j}
[on|in] (which|what) {l:Unit} (in|of) {p:Period} did {m:Shown} (go|rise|climb|get) (over|above|past|beyond) {n:Number} => {l} with over {n} {m} in {p}
(which|what) {l:Unit} did (we|i) (do|have|make|see|get) more than {n:Number} {m:Shown} [in] {p:Period} => {l} with over {n} {m} in {p}
[the] {p:Period} {l:Unit} that (stayed|remained|were|was|fell) (under|below) {n:Number} (on|in|for|of) {m:Shown} => {l} with under {n} {m} in {p}

# ── above and below average
{l:Level} (above|over) [the] average (on|in|for|by) {m:Shown} [{r}] => {l} with above average {m} {r}
{l:Level} (below|under) [the] average (on|in|for|by) {m:Shown} [{r}] => {l} with below average {m} {r}
[on|in] (what|which) {l:Unit} (was|were|is|are) {m:Shown} (above|over) [the] average [{r}] => {l} with above average {m} {r}
[on|in] (what|which) {l:Unit} (was|were|is|are) {m:Shown} (below|under) [the] average [{r}] => {l} with below average {m} {r}
{l:Level} (with|having|that have|which have) more {m:Shown} than [the] average [{l}] [{r}] => {l} with above average {m} {r}
{l:Level} (with|having|that have|which have) less {m:Shown} than [the] average [{l}] [{r}] => {l} with below average {m} {r}
above average {l:Level} (on|in|for|by) {m:Shown} [{r}] => {l} with above average {m} {r}
below average {l:Level} (on|in|for|by) {m:Shown} [{r}] => {l} with below average {m} {r}
{m:Shown} (under|below) [the] average [,] (which|what) {l:Level} is (that|it) => {l} with below average {m}
{m:Shown} (over|above) [the] average [,] (which|what) {l:Level} is (that|it) => {l} with above average {m}
(which|what) {l:Level} (have|had|has) {m:Shown} (that is|that) (under|below|less than|lower than) [the] average [{r}] => {l} with below average {m} {r}
(which|what) {l:Level} (have|had|has) {m:Shown} (that is|that) (over|above|more than|higher than) [the] average [{r}] => {l} with above average {m} {r}
[point out|show|list] [the] {l:Level} with {m:Shown} (higher|bigger|greater|larger|more) than [the] average [{r}] => {l} with above average {m} {r}
[point out|show|list] [the] {l:Level} with {m:Shown} (lower|smaller|less) than [the] average [{r}] => {l} with below average {m} {r}
{l:Level} that (ran|were|are|stayed) ahead of [the] average with more {m:Shown} [{r}] => {l} with above average {m} {r}

# ── more than another
(what|which|list|show|are there|there are|any) [the] {l:Level} (have got|have|that have|had|has|whose|with|made|that had|got) more {m:Shown} than {x:Members} [has|does|did|have|had] [,] [and which] [{r}] => {l} with more {m} than {x} {r}
[list|show|which|what] [the] {l:Level} (whose|where) {m:Shown} is (higher|bigger|larger|greater) than [that of] {x:Members} [{r}] => {l} with more {m} than {x} {r}
{l:Level} with {m:Shown} (above|over|higher than|beyond) {x:Members} [{r}] => {l} with more {m} than {x} {r}
[in] {p:Period} [,] [the] {l:Level} that (stayed|were|remained) (under|below) {x:Members} (on|in|for|by) {m:Shown} => {l} with less {m} than {x} in {p}

# ── how many pass a test
how many {l:Level} (have|had|has|made|got|carried|sold|did) (more|higher|greater) {m:Shown} than [the] average [{l}] [{r}] => how many {l} with above average {m} {r}
how many {l:Level} (have|had|has|made|got|carried|sold|did) (less|fewer|lower) {m:Shown} than [the] average [{l}] [{r}] => how many {l} with below average {m} {r}
[{p:Period}] [,] how many {l:Level} (were|are|was|is|came in|stayed|ended up|fell|ran|lay) {t:NumberTest} (on|in|for|by) {m:Shown} => how many {l} with {m} {t} {p}
[in|on] how many {l:Unit} [of|in] {p:Period} [was|were] [the] {m:Shown} [was|were|is] {t:NumberTest} => how many {l} with {m} {t} {p}
(count|count up|number of|count of) [the|all] {l:Level} (that|which|who) (clear|cleared|pass|passed|exceed|exceeded|top|topped|reach more than|go over|went over|are over) {n:Number} (on|in|of|for) {m:Shown} [{r}] => how many {l} with over {n} {m} {r}
[{r:Period}] [,] how many {l:Level} (were|are|was|came in|fell|stayed) (below|under|less than) {n:Number} (on|in|for|of) {m:Shown} [{r}] => how many {l} with under {n} {m} {r}
[{r:Period}] [,] how many {l:Level} (were|are|was|came in|stayed|went) (above|over|more than|past) {n:Number} (on|in|for|of) {m:Shown} [{r}] => how many {l} with over {n} {m} {r}
how many {l:Level} (failed to|did not|could not|not) (get to|reach|make|hit|come to|manage|achieve) {n:Number} {m:Shown} [{r}] => how many {l} with under {n} {m} {r}
(count|number) of {l:Level} with more {m:Shown} than average [{r}] => how many {l} with above average {m} {r}
(count|number) of {l:Level} with less {m:Shown} than average [{r}] => how many {l} with below average {m} {r}
{r:Period} [,] how many {l:Level} (came in|were|are|fell|stayed) (under|below) average (for|on|in) {m:Shown} => how many {l} with below average {m} in {r}
! (number|count) of {l:Unit} in {p:Period} with {m:Shown} (higher|bigger|more|over|above) [than] {n:Number} => how many {l} with over {n} {m} in {p}
in how many {l:Unit} of {p:Period} [the] {m:Shown} was (lower than|under|below|less than) {n:Number} => how many {l} with under {n} {m} in {p}
in how many {l:Unit} of {p:Period} [the] {m:Shown} was (higher than|over|above|more than) {n:Number} => how many {l} with over {n} {m} in {p}
how many {l:Level} (managed|made|had|got|did|reached) more than {n:Number} {m:Shown} [{r}] => how many {l} with over {n} {m} {r}
count [the|all|our] {l:Level} => how many {l}
! (# of|no of|nr of|num of|number of|nbr of) {l:Level} => how many {l}

# ── none
! (which|what) {l:Level} (did|do|does) not (have|see|make|get|sell|record|take) any {m:Shown} [{r}] => {l} with no {m} {r}
! (which|what) {l:Level} (had|have|has) not any {m:Shown} [{r}] => {l} with no {m} {r}
(any|which|what|are there|list|show) [the] {l:Level} (with|having|that have|have|had) (zero|no|nil|nothing|0|none) [at all] [in|on|of] {m:Shown} [at all] [{r}] => {l} with no {m} {r}
(which|what|any) {l:Level} (do not|did not|does not|not) (have|make|get|see|sell) any {m:Shown} [{r}] => {l} with no {m} {r}
{l:Level} (that|which|who) (have|had|has|made|got) no {m:Shown} at all [,] [which ones are they] [{r}] => {l} with no {m} {r}
(which|what) {l:Level} did nothing (on|in|for) {m:Shown} [{r}] => {l} with no {m} {r}
how many {l:Level} went without {m:Shown} [{r}] => how many {l} with no {m} {r}
{l:Unit} (in|of) {p:Period} without any {m:Shown} => {l} with no {m} in {p}

# ── members beside each other
how (does|did|do|is|are|was|were) {x} (compare|compared|stack up|hold up) (with|to|against) @others (on|in|for) {m:Shown} [{r}] => {m} of {x} versus the rest {r}
{x} on one side [,] [and] [all] [the] (other|remaining) {k:Level} on the other [,] {m:Shown} [{r}] => {m} of {x} versus the other {k} {r}
(set|put|hold|compare|match|pit|place) {x} [up] (against|beside|next to|with|to|alongside) [all] [the] (remaining|other|rest of the) {k:Level} [together|combined] [,] [on|in|for] {m:Shown} [{r}] => {m} of {x} versus the other {k} {r}
compare [the] {m:Shown} (of|from|for) {x} (with|to|and|against) [the] {m} (of|from|for) [all] [the] (other|remaining) {k:Level} [together|combined] [{r}] => {m} of {x} versus the other {k} {r}
(put|set|place|show) {x:Members} and {y:Members} (head to head|side by side|next to each other|against each other) (on|in|for|by|,) {m:Shown} [,] [{r}] => {m} of {x} versus {y} {r}
(put|set|pit|hold|match|place) {x} [up] against [the|all the] (rest|others) [for|on|in|,] [{q:Period}] {m:Shown} [{r}] => {m} of {x} versus the rest {q} {r}
(put|set|hold|stack|match|pit) {x:Members} [up] (against|beside|next to|alongside|with) {y:Members} (for|on|in|by) {m:Shown} [{r}] => {m} of {x} versus {y} {r}
compare {m:Shown} (between|of|for|at|in) {x:Members} and {y:Members} [{r}] => {m} of {x} versus {y} {r}
(what is|what was|what|show|give) [the] (difference|gap|distance) (of|in|on|for) {m:Shown} between {x:Members} and {y:Members} [{r}] => {m} of {x} versus {y} {r}
{m:Shown} (for|of|at) {x:Members} (compared|in comparison|relative|next|opposed|beside|as compared) (to|with) {y:Members} [,] [what is the gap|what is the difference|with the gap] [{r}] => {m} of {x} versus {y} {r}
in {p:Period} [,] how much more {m:Shown} did {x:Members} (have|make|get|do|sell|see) than {y:Members} => {m} of {x} versus {y} in {p}
how much more {m:Shown} did {x:Members} (have|make|get|do|sell|see) than {y:Members} [{r}] => {m} of {x} versus {y} {r}
{x:Members} (against|versus|vs|and) {y:Members} (on|in|for) {m:Shown} [for|in] [{r:Period}] [,] [both figures and the gap|with the gap|head to head|both] => {m} of {x} versus {y} {r}
who (had|has|made|got|did|sold) more {m:Shown} [{r:Period}] [,] {x:Members} or {y:Members} => {m} of {x} versus {y} {r}
who had more {m:Shown} in {p:Period} [,] {x:Members} or {y:Members} => {m} of {x} versus {y} in {p}
(track|follow|plot|chart) {x:Members} (against|and|versus|vs|beside) {y:Members} (on|in|for) {m:Shown} (through|over|across|by|along) [the] {g:Unit} [of] [{r}] => {m} of {x} versus {y} by {g} {r}
was {m:Shown} (higher|lower|better|worse|bigger|more) (at|in|for|with|on) {x:Members} or [at|in|for|with|on] {y:Members} [{r}] => {m} of {x} versus {y} {r}
for (each|every) {l:Level} [,] how do {x:Members} and {y:Members} (compare|stack up|do|look) (on|in|for) {m:Shown} => {m} of {x} versus {y} by {l}
{x:Members} (and|vs|versus) {y:Members} head to head (on|in|for) {m:Shown} [,] {l:Level} by {l} => {m} of {x} versus {y} by {l}
how (does|did|do|is) {x:Members} (do|doing|compare|fare|stand|perform|look|compared) (on|in|for|with) {m:Shown} (compared|relative|next|in comparison|versus) [to|with] [the|all the] (rest|others) [{r}] => {m} of {x} versus the rest {r}
{x:Members} on one side [,] [and] all [the] others on the other [,] {m:Shown} [{r}] => {m} of {x} versus the rest {r}
(set|put|hold|compare) {x:Members} [up] (against|beside|next to|with|to) [the] (remaining ones|other ones|others) (on|in|for) {m:Shown} [{r}] => {m} of {x} versus the rest {r}
compare [the] {m:Shown} of {x:Members} (with|to|and) [the] {m} of [the] others [together] [{r}] => {m} of {x} versus the rest {r}
how (did|does|do) {x:Members} (compare|do|stand) (with|against|to|beside) all [the] {l:Level} [together|combined] (on|in|for) {m:Shown} [{r}] => {m} of {x} versus all {l} {r}
is {m:Shown} (at|in|for|of) {x:Members} (higher|lower|better|worse) than (for|at|in|of) all [the] {l:Level} [,] [show both] [{r}] => {m} of {x} versus all {l} {r}
[{r:Period}] [,] was {x:Members} {m:Shown} any (different|better|worse|higher|lower) (from|than|to) [the] rest => {m} of {x} versus the rest {r}
compare {x:Members} in {p:Period} with [all|all the|the] rest (on|in|for) {m:Shown} => {m} of {x} versus the rest in {p}

# ── periods beside each other
{m:Shown} (for|in) {p:MonthName} (compared with|compared to|against|versus|next to|beside) {q:MonthName} [,] both in {y:Year} => {m} in {p} {y} versus {q} {y}
{m:Shown} for {p:Period} and [for] {q:Period} [,] (plus|with|and|along with) the (difference|change|gap) [{r}] => {m} {p} versus {q} {r}
compare [the] {m:Shown} (of|for|in) {p:Period} with {p} (one|a) year (before|earlier|ago) [{r}] => {m} in {p} versus the year before {r}
[the] difference (in|of) {m:Shown} between [the] [years|months|quarters] {p:Period} and {q:Period} => {m} in {p} versus {q}
are (we|they) (doing|making|seeing|having|getting|selling) (more|less) {m:Shown} {p:Period} than {q:Period} [,] [show both] => {m} {p} versus {q}
compare {m:Shown} [by {l:Key}] between {p:Period} and {q:Period} => {m} by {l} in {p} versus {q}
for (each|every) {l:Level} [the] {m:Shown} in {p:Period} compared (to|with) [that of] {q:Period} => {m} by {l} in {p} versus {q}
{p:Period} (side by side|next to|beside|alongside) [with] {q:Period} (on|in|for) {m:Shown} => {m} in {p} versus {q}
was {p:Period} (up or down|better or worse|higher or lower) (in|on|for) {m:Shown} (against|on|compared to|versus) [the] previous one [,] [with figures] => {m} {p} versus the month before
{m:Shown} for {p:Period} and for {q:Period} [,] [plus|with|and] [the] difference => {m} {p} versus {q}
{m:Shown} for {p:Period} next to {q:Period} => {m} in {p} versus {q}
{m:Shown} for (each|every) {g:Unit} of {p:Period} (beside|next to|against|with) [the] same {g} of [the] year before => {m} by {g} in {p} versus the year before
compare [the] {m:Shown} of {p:Period} with {p} (one year before|a year before|one year earlier|a year earlier|of the year before) => {m} in {p} versus the year before
{p:Period} (months|quarters|weeks) for {m:Shown} [,] how do they compare to [the] year before => {m} by month in {p} versus the year before
by {l:Level} [,] {m:Shown} [,] {p:Period} and {q:Period} together => {m} by {l} {p} versus {q}

# ── plan
! will (we|they|you|it) (hit|reach|make|meet|achieve|miss|beat|exceed) [our|the|their] {m:Measure} (target|targets|plan|budget|goal|goals|plans) [{r}] => will {m} reach plan {r}
! (did|do|have|are|were) (we|they|you) (hit|hitting|reach|reached|make|made|making|meet|met|meeting|achieve|achieved|miss|missed|missing|beat|beaten|exceed) [our|the|their] {m:Measure} (target|targets|plan|budget|goal|goals|plans) [{r}] => {m} versus plan {r}
! (did|are|were|is) (we|they|it) on (track|course|target|plan|schedule|budget) (for|against|with|to meet|to make|to hit) [our|the] {m:Measure} (plan|target|budget|goal) [{r}] => {m} versus plan {r}
(line up|put|set|hold|lay) {m:Shown} [up] (against|beside|next to|alongside|with) [the|its|our] (plan|target|budget) [,] [{r}] => {m} versus plan {r}
(did|do|have|are|were) (we|they) (hit|hitting|reach|reached|make|made|meet|met|achieve|achieved|miss|missed|beat|on) [our|the] (target|targets|plan|budget|goal|goals) (on|for|in|with|of) {m:Shown} [{r}] => {m} versus plan {r}
[so] [the] (target|plan|budget|goal) (for|on|of) {m:Shown} [{r:Period}] [,] (did|have) (we|they) (make|made|hit|reach|meet) it => {m} versus plan {r}
[so] [the] target for {m:Shown} in {p:Period} [,] did (we|they) (make|hit|reach|meet) it => {m} versus plan in {p}
! how (is|was|are|were) [the] {m:Shown} [of|in|for] [{r:Period}] (in comparison|compared|relative|measured) (to|with|against) [the] (plan|target|budget) => {m} versus plan {r}
{m:Shown} [in] [{r:Period}] (agianst|against|vs|v|versus|over) [the] (plan|target|budget) => {m} versus plan {r}
{m:Shown} and its (plan|target|budget) [for|by] (each|every) {l:Level} [for] [{r}] => {m} versus plan by {l} {r}
how close to [the] (plan|target|budget) (was|were|is|are) {x:Members} (on|in|for|with) {m:Shown} [{r}] => {m} versus plan for {x} {r}
(actuals|actual) and (plan|target|budget) of {m:Shown} for (each|every) {l:Level} [,] [{r}] => {m} versus plan by {l} {r}
{p:Period} (plan|target|budget) and {m:Shown} [,] [how do they look next to each other] by {l:Level} => {m} versus plan by {l} in {p}
by how much did (we|they) (miss|beat|miss or beat|beat or miss|exceed|undershoot|overshoot) [the] (plan|target|budget) (on|in|for) {m:Shown} [{r}] => {m} versus plan {r}
how (big|large|wide|great) (was|is) [{r:Period}] [the] (gap|distance|difference) between {m:Shown} and [the] (plan|target|budget) [{r}] => {m} versus plan {r}
[in] [{p:Period}] [,] what was [the] (distance|gap) to [the] (plan|target) (on|in|for) {m:Shown} for (each|every) {l:Level} => {m} versus plan by {l} in {p}
how far (above or below|over or under|north or south of|off|from|above|below) [the] (plan|target|budget) (in|on|for|did) {m:Shown} (was|were|end up|is) (each|every) {l:Level} [{r}] => {m} versus plan by {l} {r}
how far (above or below|over or under|north or south of|off|from) [the] (plan|target|budget) (did|was|is) {m:Shown} [end up|land|come in|finish] [{r}] => {m} versus plan {r}
{p:Period} [,] {m:Shown} [,] how much (over or under|above or below) [the] (plan|target) were (we|they) => {m} versus plan in {p}
! (which|what|the) [of the] {l:Level} [that] (fell short of|came in under|missed|fell under|were under|stayed under|fell behind|are behind|were behind|have not reached|did not reach|not reached) [the|their|our] (plan|target|budget|goal) (on|in|for|of) {m:Shown} [for] [{r}] => {l} with {m} below plan {r}
! (which|what|the) [of the] {l:Level} [that] (came in ahead of|beat|exceeded|went over|came in above|were above|were over|outdid|topped|surpassed|were ahead of|are ahead of) [the|their|our] (plan|target|budget|goal) (on|in|for|of) {m:Shown} [for] [{r}] => {l} with {m} above plan {r}
! {l:Level} (behind|below|under|short of) [the] (plan|target|budget) [,] {m:Shown} [,] {r:Period} => {l} with {m} below plan in {r}
! {l:Level} (ahead of|above|over) [the] (plan|target|budget) [,] {m:Shown} [,] {r:Period} => {l} with {m} above plan in {r}
{r:Period} [,] {m:Shown} [,] (which|what) {l:Level} (missed|fell short of|did not reach|were under|fell under) [their|the] (plan|target|budget|goal) => {l} with {m} below plan in {r}
{r:Period} [,] {m:Shown} [,] (which|what) {l:Level} (went over|beat|exceeded|topped|were above) [their|the] (plan|target|budget|goal) => {l} with {m} above plan in {r}
{l:Level} that did better than [their|the] (target|plan|budget) [,] [above it] [,] (on|in|for) {m:Shown} [{r}] => {l} with {m} above plan {r}
! [which|what] {l:Unit} were (under|below|behind) [the] (plan|target|budget) in {p:Period} for {m:Shown} => {l} with {m} below plan in {p}
! [which|what] {l:Unit} were (over|above|ahead of) [the] (plan|target|budget) in {p:Period} for {m:Shown} => {l} with {m} above plan in {p}
how many {l:Level} (missed|fell short of|fell under|were under|did not reach) [the|their] (plan|target|budget) (on|in|for) {m:Shown} [{r}] => how many {l} with {m} below plan {r}
how many {l:Level} (beat|exceeded|topped|were over|reached|went over) [the|their] (plan|target|budget) (on|in|for) {m:Shown} [{r}] => how many {l} with {m} above plan {r}
(number|count) of {l:Level} that (fell under|missed|fell short of) [the] (plan|target) (on|in|for) {m:Shown} [{r}] => how many {l} with {m} below plan {r}
who among [the] {l:Level} (exceeded|beat|topped) [the] (plan|target) (for|on|in) {m:Shown} [{r}] => {l} with {m} above plan {r}
`;
