/** Reading XML of files that nobody vouches for. Start at {@link lectomen.engine.office.xml.Xml}. */
@NullMarked
package lectomen.engine.office.xml;

import org.jspecify.annotations.NullMarked;
