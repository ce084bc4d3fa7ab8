using Irvak.Core.Aims;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Distances;

/// <summary>Wishes for the machine as a whole that the plan misses, beside those for memory, space, failures and money.</summary>
public static class WishRules
{
    public static readonly Rule Loss = new(
        "AIM-LOSS",
        Family.Aim,
        Severity.Care,
        "{array} is lost, or sectors of it, within five years with a chance of {planned}; the wish is at most {wish}.",
        "The aim is what the owner asked for.",
        "aim of this job; chain of failures and repairs (Markov); usual rates of drives: common practice, no source",
        Basis.Practice
    )
    {
        Sheet = WorkingSheet.Arrays,
    };

    public static readonly Rule Write = new(
        "AIM-WRITE",
        Family.Aim,
        Severity.Care,
        "Nothing writes faster than {planned} at the user’s end, {short} short of the wish for {wish}.",
        "The aim is what the owner asked for.",
        "aim of this job; sums of the path",
        Basis.Sheet
    )
    {
        Sheet = WorkingSheet.Path,
    };

    public static readonly Rule Away = new(
        "AIM-AWAY",
        Family.Aim,
        Severity.Care,
        "The machine is off for {planned}, {over} longer than the wish for {wish}.",
        "While it is off nobody works with it.",
        "aim of this job; minutes of the steps: common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Watts = new(
        "AIM-WATTS",
        Family.Aim,
        Severity.Care,
        "{planned} with everything at work, {over} over the wish for {wish}.",
        "The aim is what the owner asked for.",
        "aim of this job; usual draws of parts: common practice, no source",
        Basis.Practice
    )
    {
        Sheet = WorkingSheet.Power,
    };

    public static readonly Rule Alone = new(
        "AIM-ALONE",
        Family.Aim,
        Severity.Care,
        "The plan touches {places}; {part} {are} to be left alone.",
        "The owner said what may be touched.",
        "aim of this job",
        Basis.Sheet
    );

    public static readonly Rule Start = new(
        "AIM-BOOT",
        Family.Aim,
        Severity.Care,
        "This job is about a new boot drive: nobody has said whether the system starts from {places}.",
        "Until it is said, nothing of the start is worked out, expected or proved.",
        "aim of this job",
        Basis.Sheet
    )
    {
        Sheet = WorkingSheet.Boot,
    };

    public static IEnumerable<Finding> Judge(AimInput q, AimSheets of)
    {
        if (q.Aim.LossPercent is { } most)
            foreach (var array in of.Arrays.Planned.Where(a => !a.Plan.Scratch && a.Loss?.Either * 100 > most))
                yield return Finding.Of(
                    Loss,
                    [.. array.Plan.Members],
                    Against(Percent(array.Loss!.Either * 100), ">", Percent(most)),
                    ("array", array.Plan.Name),
                    ("planned", Percent(array.Loss.Either * 100)),
                    ("wish", Percent(most))
                );
        if (
            q.Aim.WriteMBs is { } write
            && of.Arrays.Planned.Count > 0
            && PathSheet.Best(of.Paths.Planned, q.Arrays.Arrays, PathWay.Write) is { } best
            && best < write
        )
            yield return Finding.Of(
                Write,
                [],
                Against(best.ToString(), "<", write.ToString()),
                ("planned", best),
                ("short", write - best),
                ("wish", write)
            );
        if (q.Aim.AwayHours is { } hours && Steps.TimeOff.Hours(of.Runbook) is var off && off > hours)
            yield return Finding.Of(
                Away,
                [],
                Against(Hours(off), ">", Hours(hours)),
                ("planned", Hours(off)),
                ("over", Hours(off - hours)),
                ("wish", Hours(hours))
            );
        // What nobody looked at can only draw more.
        if (q.Aim.Watts is { } watts && of.Power.SteadyWatt > watts)
            yield return Finding.Of(
                Watts,
                [],
                Against($"{of.Power.SteadyWatt:0} W", ">", $"{watts:0} W"),
                ("planned", $"{of.Power.SteadyWatt:0} W"),
                ("over", $"{of.Power.SteadyWatt - watts:0} W"),
                ("wish", $"{watts:0} W")
            );
        foreach (var finding in Touched(q).Concat(Unsaid(q)))
            yield return finding;
    }

    private static IEnumerable<Finding> Unsaid(AimInput q)
    {
        if (!q.Aim.Purposes.Contains(Purpose.Boot) || q.IsStartPlanned)
            yield break;
        List<Place> coming = [.. q.Arrays.Changes.Where(c => c.Place.HoldsDrive && c.In?.Drive is not null).Select(c => c.Place)];
        if (coming.Count > 0)
            yield return Finding.Of(Start, coming, null, ("places", Stated.At(coming)));
    }

    private static IEnumerable<Finding> Touched(AimInput q) =>
        from change in q.Arrays.Changes
        let part = LeaveAlone.PartOf(q.Arrays.Sheet, change.Place)
        where part is not null && q.Aim.Alone.Contains(part)
        group change.Place by part into touched
        let places = touched.Distinct().ToList()
        select Finding.Of(
            Alone,
            places,
            Worked.Against("aim of this job", ("places the plan touches", $"{places.Count}"), ">", ("to be touched", "0")),
            ("places", Stated.At(places)),
            ("part", LeaveAlone.Words(q.Arrays.Sheet, touched.Key)),
            ("are", LeaveAlone.Words(q.Arrays.Sheet, touched.Key) is "memory" or ['b', 'a', 'y', ' ', ..] ? "is" : "are")
        );

    private static Worked Against(string planned, string sign, string wish) =>
        Worked.Against("aim of this job", ("as planned", planned), sign, ("wish", wish));

    private static string Percent(double percent) => Chance.Words(percent / 100);

    private static string Hours(double hours) => hours < 1 ? $"{Math.Round(hours * 60):0} min" : $"{hours:0.#} h";
}
