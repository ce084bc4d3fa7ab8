using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Expectations;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>A job's machine as the bench draws it small.</summary>
public sealed record BenchPlate(MachineSheet Sheet, IReadOnlyDictionary<string, Unit> Found, IReadOnlyCollection<string> FoundEmpty, IReadOnlyDictionary<string, Unit> Planned, IReadOnlyList<Change> Changes);

/// <summary>What lists show of a job: its stage, one line of what is in its way, how far it is, and its plate.</summary>
internal static class BenchLine
{
    public static JobListing Of(JobView view)
    {
        var (severity, line, done, of) = InTheWay(view);
        var plate = view.Sheet is { } sheet ? Database.ToJson(new BenchPlate(sheet, view.Found, view.FoundEmpty, view.Planned, view.Changes)) : null;
        return new JobListing(view.Stage, severity, line, done, of, plate);
    }

    private static (Severity? Severity, string Line, int Done, int Of) InTheWay(JobView v)
    {
        var places = v.Sheet is null ? 0 : SheetPlaces.All(v.Sheet).Count();
        var worst = v.Findings.FirstOrDefault(f => f.Severity != Severity.Note);
        var steps = v.Runbook?.Steps ?? [];
        var prep = (v.Shopping?.Lines.Select(l => l.Key) ?? []).Concat(v.Shopping?.TakeAlong.Select(t => t.Key) ?? []).ToList();
        return v.Stage switch
        {
            Stage.Survey when v.Sheet is null => (null, "Paste a capture, choose a sheet or give five answers.", 0, 0),
            Stage.Survey => (null, v.Unknowns.Count > 0 ? v.Unknowns[0].Question : "All known.", v.Found.Count + v.FoundEmpty.Count, places),
            Stage.Aim => (null, "No wish for memory yet.", 0, 0),
            Stage.Fit => (worst?.Severity, worst?.Sentence ?? "Nothing is planned yet.", 0, 0),
            Stage.Prep => (worst?.Severity, worst?.Sentence ?? (v.Shopping?.Lines.Sum(l => l.ToOrder) is > 0 and var n ? $"{n} to order." : "All parts lie on the shelf."), prep.Count(v.Ticks.ContainsKey), prep.Count),
            Stage.HandsOn => (null, steps.FirstOrDefault(s => !v.Ticks.ContainsKey(s.Key))?.Title ?? "All steps done.", steps.Count(s => v.Ticks.ContainsKey(s.Key)), steps.Count),
            Stage.Proof when v.Explanations.Count > 0 => (Severity.Stop, v.Explanations[0].Sentence, v.Lines.Count(l => l.State == LineState.AsExpected), v.Lines.Count),
            Stage.Proof => (null, "Waits for eyes or a capture.", v.Lines.Count(l => l.State == LineState.AsExpected), v.Lines.Count),
            _ => (null, v.HandedOver is { } h ? $"{h.Wording[..1].ToUpperInvariant()}{h.Wording[1..]}." : "Report is ready.", 0, 0),
        };
    }
}
