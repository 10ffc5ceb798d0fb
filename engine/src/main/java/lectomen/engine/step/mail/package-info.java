/** Sending mails. Start at {@link lectomen.engine.step.mail.MailKind}. */
@NullMarked
package lectomen.engine.step.mail;

import org.jspecify.annotations.NullMarked;
