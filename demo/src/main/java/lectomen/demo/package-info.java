/**
 * The demo: the works office of Marrowick Harbour, an invented place, with its rules and documents. The documents are made
 * again at each run and are the same to the byte. Start at {@link lectomen.demo.DemoMain}.
 */
@NullMarked
package lectomen.demo;

import org.jspecify.annotations.NullMarked;
