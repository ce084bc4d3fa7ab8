namespace Irvak.Core.Steps;

/// <summary>How long a machine is off for its steps.</summary>
public static class TimeOff
{
    /// <summary>Hours from shutting the system down until it was started and looked at, by the minutes of the steps and what has to be
    /// waited for between; 0 where nothing needs the machine off.</summary>
    public static double Hours(Runbook runbook)
    {
        var steps = runbook.Steps.ToList();
        var from = steps.FindIndex(s => s.Key == "off:down");
        var to = steps.FindLastIndex(s => s.Group == Runbook.Start);
        return from < 0 ? 0 : steps[from..(Math.Max(from, to) + 1)].Sum(s => (s.Minutes / 60.0) + (s.WaitHours ?? 0));
    }
}
