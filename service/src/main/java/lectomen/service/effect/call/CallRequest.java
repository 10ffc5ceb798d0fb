package lectomen.service.effect.call;

import lectomen.engine.step.WhenInDoubt;

/**
 * A call to another system.
 *
 * @param json the whole body
 */
record CallRequest(String json, WhenInDoubt whenInDoubt) {}
