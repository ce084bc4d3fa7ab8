using System.Text.Json;
using Irvak.Core;
using Irvak.Core.Plans;
using Irvak.Store;
using Irvak.Web;

namespace Irvak.Bench;

/// <summary>The core, against writing the same state as JSON once.</summary>
internal static class CoreRows
{
    public static void Run(Cases cases, Report report)
    {
        Evaluations("everything", cases.Everything(), cases, report);
        Evaluations("60 drives in 6 arrays", Cases.Sixty(), cases, report);
    }

    private static void Evaluations(string name, JobState state, Cases cases, Report report)
    {
        var t = Alternating.Medians(
            () => JsonSerializer.SerializeToUtf8Bytes(state, Database.Json),
            () => Evaluation.Evaluate(Question.Of(state, cases.Evidence, cases.Shelf)),
            () => JobView.Of(new Job(1, "1", "t", "o", "b", default, 1, state), cases.Evidence, cases.Shelf),
            () =>
                JsonSerializer.SerializeToUtf8Bytes(
                    JobView.Of(new Job(1, "1", "t", "o", "b", default, 1, state), cases.Evidence, cases.Shelf),
                    Database.Json
                )
        );
        var against = $"its state as JSON {Report.Time(t[0])}";
        report.Add(new($"evaluation, {name}", Report.Time(t[1]), against, t[1] / t[0], 3));
        report.Add(new($"all its screens, {name}", Report.Time(t[2]), against, t[2] / t[0], null));
        report.Add(new($"the same as JSON, {name}", Report.Time(t[3]), against, t[3] / t[0], null));
    }
}
