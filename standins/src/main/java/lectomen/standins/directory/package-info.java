/** Stands in for an LDAP directory. Start at {@link lectomen.standins.directory.DirectoryStandIn}. */
@NullMarked
package lectomen.standins.directory;

import org.jspecify.annotations.NullMarked;
