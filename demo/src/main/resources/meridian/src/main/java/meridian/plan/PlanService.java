package meridian.plan;

import java.util.List;
import meridian.scope.Filter;
import meridian.sky.Target;

/** Plans for the web page. */
public class PlanService {
    private final NightPlanner planner;

    public PlanService(NightPlanner planner) {
        this.planner = planner;
    }

    public Schedule plan(List<Target> targets, List<Filter> filters, String proposal, double wanted) {
        return planner.plan(targets, filters, proposal, wanted);
    }

    public boolean isWeatherSafe() {
        return planner.isWeatherSafe();
    }

    public double budgetLeft(String proposal) {
        return planner.budgetLeft(proposal);
    }
}
