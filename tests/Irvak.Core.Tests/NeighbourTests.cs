using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Irvak.Core.Evidence;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests;

/// <summary>
/// What follows from jobs that differ in one fact. A fact that becomes unknown lifts no stop in silence: something asks for it, or says
/// that it isn't known. Every job can be worked out. What is said of each is what it was when somebody last looked at
/// tests/Shared/neighbours.txt. Definition, no source.
/// </summary>
public class NeighbourTests
{
    private static readonly JsonSerializerOptions Plain = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    private static readonly Lazy<IReadOnlyList<(Neighbour Of, Evaluation Was, Evaluation? Is, string? Broken)>> All = new(() =>
    {
        List<JobState> jobs = [.. SampleJobs.All(2).Select(s => s.Job)];
        var before = new Dictionary<JobState, Evaluation>(ReferenceEqualityComparer.Instance);
        foreach (var job in jobs)
            before[job] = Worked(job);
        return [.. Neighbours.Of(jobs, 2).AsParallel().AsOrdered().Select(n => Tried(n, before[n.Was]))];
    });

    private static (Neighbour, Evaluation, Evaluation?, string?) Tried(Neighbour n, Evaluation was)
    {
        try
        {
            return (n, was, Worked(n.Is), null);
        }
#pragma warning disable CA1031 // whatever breaks is what is looked for
        catch (Exception e)
        {
            var at = e.StackTrace?.Split('\n').FirstOrDefault(l => l.Contains("Irvak.Core"))?.Trim().Split(" in ")[0];
            return (n, was, null, $"{n.Title}: {e.GetType().Name} {at}");
        }
#pragma warning restore CA1031
    }

    private static Evaluation Worked(JobState job) => Evaluation.Evaluate(Question.Of(job, EvidenceBook.Empty, SampleJobs.Shelf));

    [Fact]
    public void Every_job_can_be_worked_out() => Assert.Empty(All.Value.Select(n => n.Broken).OfType<string>().Distinct());

    [Fact]
    public void What_is_said_of_each_is_what_was_last_looked_at() =>
        LookedAt.Same(
            "neighbours.txt",
            [
                .. All
                    .Value.GroupBy(n => n.Of.Title)
                    .Select(g =>
                        $"{g.Key}: {g.Count()} => "
                        + Convert.ToHexString(
                            SHA256.HashData(
                                Encoding.UTF8.GetBytes(string.Join('\n', g.Select(n => n.Is is { } e ? Said(n.Of.Is, e) : n.Broken)))
                            )
                        )[..8]
                    ),
            ]
        );

    // What the processor runs with as found, or more, shows that it can, whatever its sheet would say.
    private const string Shown = "found/Socket/processor/memoryTotalGiB: MEM-CPU-TOTAL";

    [Fact]
    public void A_fact_that_becomes_unknown_lifts_no_stop_in_silence()
    {
        List<string> silent = [];
        foreach (var (n, was, after, _) in All.Value.Where(n => n.Of.Value == "null"))
        {
            if (after is not { } now)
                continue;
            var lifted = was
                .Findings.Where(f =>
                    f is { Severity: Severity.Stop, AsFoundToo: false }
                    && !now.Findings.Any(g => g.Severity == Severity.Stop && g.Rule == f.Rule)
                )
                .ToList();
            if (lifted.Count == 0)
                continue;
            var asks = UnknownRegister.Of(n.Is).Select(u => u.Path).Except(UnknownRegister.Of(n.Was).Select(u => u.Path)).Any();
            var says = now.Findings.Any(f => !was.Findings.Any(g => g.Rule == f.Rule && g.Sentence == f.Sentence));
            var line = $"{n.Title}: {string.Join(", ", lifted.Select(f => f.Rule.Code))}";
            if (!asks && !says && line != Shown)
                silent.Add(line);
        }
        Assert.Empty(silent.Distinct());
    }

    private static string Said(JobState job, Evaluation e)
    {
        var text = new StringBuilder();
        foreach (var f in e.Findings)
        {
            text.AppendLine($"{f.Severity} {f.Rule.Code} {f.Sentence} {f.Basis}");
            foreach (var l in f.Why?.Lines ?? [])
                text.AppendLine($"    {l.Formula} = {l.Value}");
            text.AppendLine($"    {f.Why?.Result.Value}");
        }
        foreach (object part in new object[] { e.Ledge, e.Shopping, e.Runbook, e.Expectations, e.Power, e.Memory, UnknownRegister.Of(job) })
            text.AppendLine(JsonSerializer.Serialize(part, part.GetType(), Plain));
        return text.ToString();
    }
}
