package lectomen.demo;

/** What stands on a mooring permit. */
record Permit(String number, String vessel, String berth, String validFrom, String fee, String remark) {}
