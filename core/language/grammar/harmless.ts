/** The closed list of words that may be said without meaning anything for the reading. */
export const HARMLESS: ReadonlySet<string> = new Set(
  (
    'please show me give us tell let see the a an our my we i you can could would will shall want like need know look at how what which is are was were be been do does did have has had ' +
    'much many there here now then so ok okay hi hello thanks thank just really actually also and of for in on it its this that these those them about overall get got display find ' +
    'view chart plot graph draw list report data figures numbers values value each made make still came happen happens happened occur occurs occurred'
  ).split(' '),
);
