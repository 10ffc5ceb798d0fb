package lectomen.standins.openid;

import java.time.Instant;

/** A sign-in that goes on. @param challenge of PKCE, which the client must answer @param at when the person signed in */
record SignIn(String client, String comeBack, String nonce, String challenge, Account account, Instant at) {}
