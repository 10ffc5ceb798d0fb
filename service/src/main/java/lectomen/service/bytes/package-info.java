/**
 * The kept bytes of documents, named by their hash. Start at {@link lectomen.service.bytes.ByteStore}.
 */
@NullMarked
package lectomen.service.bytes;

import org.jspecify.annotations.NullMarked;
