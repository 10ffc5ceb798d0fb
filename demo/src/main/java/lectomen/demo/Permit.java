package lectomen.demo;

/** The values on a mooring permit. */
record Permit(String number, String vessel, String berth, String validFrom, String fee, String remark) {}
