/**
 * Says what is wrong with a home and the machine, and what mends it, whether or not a service runs. Start at
 * {@link lectomen.service.doctor.DoctorMain}.
 */
@NullMarked
package lectomen.service.doctor;

import org.jspecify.annotations.NullMarked;
