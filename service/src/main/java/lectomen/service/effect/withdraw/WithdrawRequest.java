package lectomen.service.effect.withdraw;

import lectomen.engine.task.ByteRef;

/**
 * A filed document to be withdrawn.
 *
 * @param effect that filed it
 * @param place below the connection's folder
 * @param content what was filed; anything else at the place is left alone
 * @param keeps whether it is kept as an older version, where its rule says
 */
record WithdrawRequest(String effect, String place, ByteRef content, boolean keeps) {}
