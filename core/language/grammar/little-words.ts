/** Alternatives of little words that forms of several kinds share. */
export const WITHOUT =
  '(non|excl|not yet|that are not yet|which are not yet|that were not|which were not|that are not|which are not|still not|without|except|except for|excluding|exclude|but not|not|other than|leave out|leaving out|apart from|no|minus|not in|not for|not from|not including|everything but|everything except|everything except for|all but|all except|all except for|anything but|excepting|ignoring|ignore|omit|omitting|besides)';
export const WITH =
  '(with|having|where|whose|that have|that had|which have|which had|that has|which has|that carried|which carried|carrying|that made|that sold|that got|that saw|making|generating|seeing|who have|who had|when|on which|when there were|in which)';
export const COUNT = '(how many|number of|count of|count)';
export const DID =
  '[(with|have|has|had|carried|carry|that carried|sold|made|that had|that have|saw|got|where|are|were|is|was|when|did|do|with a|had a)]';
export const IS = '[(is|are|was|were|of|being)]';
/** The members that are not named. */
export const REST =
  '(rest|others|everyone else|all others|everything else|other ones|all other|remaining|all the others|all the rest|rest of the world|rest of them|everybody else)';
