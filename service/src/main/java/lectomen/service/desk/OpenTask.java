package lectomen.service.desk;

import lectomen.engine.plan.PlanRecord;
import lectomen.engine.step.PeopleQuestion;
import lectomen.service.job.Job;

/** A task that waits, with what it asks. */
record OpenTask(DeskTask task, Job job, PlanRecord plan, PeopleQuestion question) {}
