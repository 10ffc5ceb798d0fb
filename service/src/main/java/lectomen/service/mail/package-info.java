/** Sending mails by SMTP. Start at {@link lectomen.service.mail.MailServer}. */
@NullMarked
package lectomen.service.mail;

import org.jspecify.annotations.NullMarked;
