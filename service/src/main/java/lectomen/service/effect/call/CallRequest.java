package lectomen.service.effect.call;

import lectomen.engine.step.WhenInDoubt;

/**
 * What another system is told.
 *
 * @param json the whole body
 */
record CallRequest(String json, WhenInDoubt whenInDoubt) {}
