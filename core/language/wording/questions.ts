/** How people ask, and the plain question; a line a way. */

export const QUESTIONS = `
# one number
what (is|was|were|are|has been|had been) {x:Shown} [like|at|doing|standing at] (in|for|during|over) {p:Period} => {x} in {p}
`;
