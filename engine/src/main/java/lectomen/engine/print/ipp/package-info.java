/**
 * Messages of the Internet Printing Protocol: their encoding and transport form by RFC 8010. Start at
 * {@link lectomen.engine.print.ipp.IppMessage}.
 */
@NullMarked
package lectomen.engine.print.ipp;

import org.jspecify.annotations.NullMarked;
