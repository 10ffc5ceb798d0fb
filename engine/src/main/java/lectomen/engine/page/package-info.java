/**
 * Text on pages: words with boxes, gathered into lines. Every reader of documents makes a {@link lectomen.engine.page.DocumentText},
 * and everything that looks for something in a document starts from one.
 */
@NullMarked
package lectomen.engine.page;

import org.jspecify.annotations.NullMarked;
