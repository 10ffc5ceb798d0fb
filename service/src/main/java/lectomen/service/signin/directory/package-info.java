/** People of an LDAP directory. Start at {@link lectomen.service.signin.directory.Directory}. */
@NullMarked
package lectomen.service.signin.directory;

import org.jspecify.annotations.NullMarked;
