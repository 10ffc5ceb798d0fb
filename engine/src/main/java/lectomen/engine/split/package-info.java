/** Takes documents apart: into files of some pages each, or into the files that an archive holds. */
@NullMarked
package lectomen.engine.split;

import org.jspecify.annotations.NullMarked;
