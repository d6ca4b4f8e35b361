/**
 * What only surrounds a question, a line a form: address, courtesy, hesitation, reasons. It is left out and told as left out.
 * Open words stand only before the noun of an occasion (“for the autumn board pack”): elsewhere they may say what is asked about.
 */

export const BEFORE = `
thanks in advance [for]
(i|we) love to (know|see|have|get|hear)
(i|we) would need
(may|might|can|could) (i|we) ask [you]
do me a (favor|favour) and
hope you [are] (well|ok|good|fine)
(hi|hello|hey) , [i] hope you [are] well ,
(yeah no|no yeah|yes no) that (good|fine|ok|okay|great) ,
as best as you can
(would|could|will) you be so (kind|good) [as] to [(tell|show|give|send) (me|us)]
too (noisy|fine|busy|jumpy|spiky|crowded) for my (taste|liking|eyes) ,
(hi|hey|hello|hiya|good morning|good afternoon|good evening|good day|yo|oi|dear zud|zud|hi there|hey there|hello there|hi zud|hey zud|hi team|hi all|hey all)
(morning|afternoon|evening|good day|first|first things first) ,
(ok|okay|okey|k|kk|right|well|so|hmm|hm|um|uh|er|erm|ah|oh|aha|alright|anyway|anyhow|now|listen|great|cool|nice|perfect|lovely|good|thanks|thank you|thx|ta|cheers|sure|yes|yeah|yep|yup|fine|brilliant|excellent|super|awesome|interesting|wow|gosh|indeed|basically|actually|honestly|well then|right then|ok then|now then|then|next|firstly|finally|gotcha|wait|hold on|hang on|let me think|yeah no|no worries|all right|thank u|perfect)
(very good|got it|i see|makes sense|that is fine|that is great|that is it|nice one|well done|no worries|never mind|fair enough|good stuff|sounds good|much appreciated|thanks a lot|thank you very much|thanks for that|thank you for that|many thanks|lovely stuff)
(please|pls|plz|kindly|maybe|perhaps|possibly|quickly|real quick|quick one|quick question|just a quick one|one more thing|one more|one last thing|one thing|last thing|small thing|another thing|just wondering|just curious|just out of interest|out of interest|out of curiosity|by the way|btw|fyi|for now|for a start|to start|to start with|to begin with|first off|first of all|let us start with|let us begin with|let us start|while you are at it|while we are at it|when you have a minute|when you get a chance|when you get a minute|when you have a moment|if you can|if you could|if possible|if you do not mind|if that is possible|if it is not too much trouble|if it is no trouble|if you would|if i may|if you please)
(can|could|would|will|may|might|shall|should) (you|u|ya|we|i|one) [please|pls|maybe|perhaps|possibly|quickly|just|kindly|also|now|then|all|both] [(show|give|tell|get|find|let|send|help) (me|us)|show|give|tell me|see|have|get|pull|pull up|pull out|bring up|display|look at|have a look at|take a look at|see what|show what|tell|help with|be shown|list for me|run|run me]
(is it|would it be|is that) (possible|ok|okay) [for (you|me|us)] to [(show|give|tell|get) (me|us)|show|give|see|have|get|pull|list]
(i|we) (want|need|would like|like|require|wish|wanna|would love|have|am looking|are looking|was hoping|were hoping|am trying|are trying|was wondering|were wondering|am wondering|wonder|have been asked|was asked|am after|are after|must|should|do need|really need|really want|just want|just need|only want) [for|to|if|whether|about|you] [(you|u|we|i|one) (can|could|may|might|would)] [please|just] [to] [(know|see|have|get|understand|find out|look at|find|check|show|show me|give me|tell me|tell|be told|pull|be shown|learn|report|report on|present|work out|compare)] [what|how]
(i|we) (want|need|would like|wanna|would love) [to] [please|just] (know|see|have|get|look at|understand|find|check|be shown)
(show|give|get|tell|bring|send|fetch|find|hand|pass) (me|us|them|him|her|everyone|the team|the board) [please|pls|now|also|instead|again|just|quickly|what|a list of|a chart of|a graph of|a table of|a view of|a look at|an overview of|a summary of|a picture of|the figures for|the numbers for|the data for|the figure for|the number for]
(splendid|marvellous|excellent|wonderful|fantastic|terrific|grand|magic|right on|um okay|so um)
look ,
(i guess|i suppose|i think|i reckon|i would say|i believe)
to (show|see|have|get|know)
give (it|that|them) to (me|us)
(walk|talk|take|run|lead|guide) (me|us) through
(give|gimme|chuck|throw|hand|pass|toss|fling|bung|shoot) me
(gimme|gimmie|lemme see|lemme)
(please|kindly|would you please|can you please) (to)
would (you) (know|happen to know|be able to tell me|be able to show me)
[what] (would you|can you|do you) (know|say|think) [about] ,
(let us|lets|let me|let) (see|have|look at|get|take a look at|have a look at|do|check|view|know|pull|pull up)
(see|view|display|pull up|bring up|have a look at|take a look at|look at|check|show|get|pull|list out) [please]
(do you know|do we know|can you tell|could you tell|any idea|any chance|do you have|have we got|do we have|got|have you got|is there|tell me) [what|of] [you could show me|you can show me|of]
(for|in|before) (the|my|our|this|a|tomorrow|today|next) [{-}] @occasion [(i|we) (need|want|would like|have to have|have to know|am looking for|must have|require|am after|are looking at|am doing|look at)] [to (see|know|have|show|present|report)] [,]
(the|my|our) (boss|ceo|cfo|coo|manager|director|board|team|client|chair|chairman|chairwoman|finance|auditor|auditors|accountant|accountants|management|colleague|colleagues|partner|bank|investors|owner|owners|wife|head|md|chief|lead|minister|controller|accounts|marketing|sales|operations|committee|council) [team|department|office] (wants|needs|asked|asks|is asking|are asking|keeps asking|keep asking|would like|want|need|wanted|has asked|have asked|wonders|is wondering|insists|insist|is after|are after|demands|said|says) [for|about|to|on|that] [(know|see|have|understand|get|hear|be shown|look at)] [what|how]
(i have|i am in|i have got|we have|we have got|i am giving|i am writing|i am preparing|we are preparing|i am doing|i am off to|i am going into|i am presenting|i am putting together|i am working on) [a|the|my|our] [{-}] @occasion (and|so) [(i|we) (need|want|would like|could use|could do with)] [to (see|know|have|show)]
because (my|our|the) (boss|manager|director|board|client|team|chair) (asked|wants|needs|asks) [,]
(not sure if|not sure whether|i do not know if|i do not know whether|i do not know|i am not sure|not sure) (this|that|you can|you know|you have|it is possible|it exists|it works|how to say|how to put|how to ask) but
(sorry to be a pain|sorry to be a nuisance|sorry to trouble you|sorry to bother you|beg your pardon|sorry about that|sorry to ask|sorry for that|excuse me)
(but|though) (can|could|would|will) (you|we|i|it) [please] [(show|give) (me|us)]
(mind|would you mind) (showing|giving|telling|getting) [me|us]
(any|is there any|is there a) (chance|way) (of|to|you could|we could|that you could) (seeing|see|show|have|get|getting|having|give) [me|us]
(can|could|would) (you|u) (do me a favor|do me a favour|be so kind|help me out|help) and
(that is|this is|it is) (weird|odd|strange|interesting|funny|unexpected|good|great|fine|nice|surprising|helpful|useful) ,
(not sure|i do not know|dunno|no idea) ,
(what about|how about) (showing|seeing|getting|having|looking at|doing|a look at)
(could|can|may) (i|we) trouble you for
(hope|i hope) (you|u) (are|r) (well|ok|good|fine)
(hi|hello|hey) , [i] hope (you are|youre) well ,
(be a|there is a) (dear|love|star|sport|pal) [and]
(i would be|we would be) (grateful|thankful|glad|happy) for
(would|is) it (be possible|possible) to have
(yeah no|no yeah|yes no) [that is] (good|fine|ok|okay|great) ,
(it would be|that would be|it might be|it is) (good|nice|great|useful|helpful|interesting|handy) (to (see|know|have|get|look at)|if (you|we) could (show|see|have|get) [me|us]|if (you|we) (showed|saw|had))
`;

export const AFTER = `
while (you|we|i) [are] at it
(go on|come on|carry on|go ahead)
(name them|which ones are they|which ones|who are they|show them|tell me which)
(over here|round here|around here|for the record|on that basis|on this basis|one figure each|one number each|a figure each)
(please|pls|plz|plse|thanks|thx|thank you|ta|cheers|tia|thanks a lot|thanks so much|thanks very much|thank you very much|many thanks|thanks in advance|much appreciated|much obliged|kindly|tks|thank u|ty|tyvm|mate|love|dear|guys|folks|team|pal|zud|thank you so much|appreciate it|appreciated|if you please|there is a dear|there is a love|bitte)
(then|now|again please|ok|okay|right|yeah|yes|eh|huh|hm|hmm|lol|haha|actually|really|basically|though|maybe|perhaps|possibly|i think|i guess|i suppose|i reckon|i believe|you know|or so|or something|or whatever|and so on|or something like that|or thereabouts|and stuff|please and thank you)
(if|when) (you|u) (can|could|would|may|like|will|want|wish|have|get|do) [not] [a|have|it|manage|mind|that|the] [minute|moment|chance|time|sec|second] [please]
(if possible|if that is possible|if that is ok|if that is okay|if it is possible|if you do not mind|if that works|if it works|if you have it|if we have it|if you have that|if we have that|if available|if at all possible|if that makes sense|if it is not too much trouble|if it is no bother|if need be|if not too much trouble|when you have a moment|as soon as you can|asap|quickly|soon|today if possible|right away|straight away|at once)
(would|could|can|will) (you|u|ya) [please|kindly|manage (that|it)|do that|be so kind|do it|be a dear|do (that|it) for me]
(for me|for us|for my boss|for the boss|to me|for a second|for a sec|for a minute|for a moment|for now|for starters|for a start|for the time being|real quick|at a glance|in one go|in a nutshell|by the way|btw|fyi|you know what i mean|out of interest|out of curiosity|just curious|just wondering|just to be sure|just to check|to be sure|to be safe|to check|to be clear|as usual|as always|like always|like last time|like before|like we always do)
(for|before|in) (the|my|our|this|tomorrow|today|next|a) [{-}] @occasion
(it is|that is) for (the|my|our|a) [{-}] @occasion
(what is the number|what is the figure|what was it|what was that|what is it|what do we have|what have we got|how much is it|how much was it|how many is it|what are the numbers|what are the figures|what were they|what would that be|what does it say|what do you say|how does that look|how does it look|how was that|how was it|any idea|any ideas|any chance|do you know|do we know|can you tell me|can you|could you|is that possible|is that doable|possible|would that be possible|right|correct|no|isn it|innit|am i right)
(that is all|that is it|nothing else|nothing more|that is enough|that will do|that would do|that would be great|that would be good|that would be nice|that would be lovely|that would be helpful|that would help|would be great|would be good|would be nice|would be lovely|would help|would do|would be perfect|will do)
`;
