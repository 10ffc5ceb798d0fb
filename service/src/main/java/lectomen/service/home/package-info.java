/**
 * The home folder of a service: its layout, its lock and the owner's settings. Start at
 * {@link lectomen.service.home.Home}.
 */
@NullMarked
package lectomen.service.home;

import org.jspecify.annotations.NullMarked;
