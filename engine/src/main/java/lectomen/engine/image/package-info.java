/**
 * Pictures of paper: files of pictures, page by page, with their true size and the way up. Start at {@link
 * lectomen.engine.image.PictureFile}. Nothing is null unless it is marked so.
 */
@NullMarked
package lectomen.engine.image;

import org.jspecify.annotations.NullMarked;
