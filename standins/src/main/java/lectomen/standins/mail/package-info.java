/** Stands in for a mail server. Start at {@link lectomen.standins.mail.MailStandIn}. */
@NullMarked
package lectomen.standins.mail;

import org.jspecify.annotations.NullMarked;
