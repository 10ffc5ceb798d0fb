package lectomen.service.role;

/** Nobody would be left who may manage people. */
public final class LastAdministratorException extends RuntimeException {
    private static final long serialVersionUID = 1;

    LastAdministratorException() {
        super("This would leave no administrator. Make somebody else administrator first.");
    }
}
