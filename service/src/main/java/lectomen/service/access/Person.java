package lectomen.service.access;

/**
 * A person who can sign in.
 *
 * @param name as others see it
 * @param signIn what they type to sign in, in lower case
 */
public record Person(long id, String name, String signIn) {
    /** What the ledger calls the person. */
    public String principal() {
        return "person " + id;
    }
}
