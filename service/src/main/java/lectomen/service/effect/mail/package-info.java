/** Mails that rules send. Start at {@link lectomen.service.effect.mail.MailEffect}. */
@NullMarked
package lectomen.service.effect.mail;

import org.jspecify.annotations.NullMarked;
