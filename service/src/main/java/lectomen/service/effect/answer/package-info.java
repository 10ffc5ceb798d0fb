/** Replies to those who submitted a document. Start at {@link lectomen.service.effect.answer.AnswerEffect}. */
@NullMarked
package lectomen.service.effect.answer;

import org.jspecify.annotations.NullMarked;
