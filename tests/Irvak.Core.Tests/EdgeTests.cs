using System.Collections.Concurrent;
using System.Text;
using System.Text.Json;
using Irvak.Core.Evidence;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Verdicts;

namespace Irvak.Core.Tests;

/// <summary>
/// The last value that a rule lets pass and the first that it does not, for every number that a rule's case or a job filled by chance
/// holds. They are those that somebody last looked at in tests/Shared/edges.txt: an edge that moves is seen, by one or by a
/// millionth. Definition, no source.
/// </summary>
public class EdgeTests
{
    [Fact]
    public void The_edges_of_every_number_are_those_that_were_last_looked_at()
    {
        var seen = new HashSet<string>();
        List<(string Name, JobState Job, Func<JobState, string> Said, Func<string, bool> Wanted)> asked = [];
        foreach (var (c, i) in RuleCaseTests.Every().Select((c, i) => (c, i)))
            asked.Add(($"{i:000} {c.Code}", c.Bad, job => Rule(Evaluation.Evaluate(job.Ask(c.Evidence, c.Shelf)), c.Code), _ => true));
        foreach (var (name, job) in SampleJobs.All(1))
        {
            // A number of one kind in the first job that has it: rules are looked at apart, above.
            HashSet<string> first = [.. Titles(job).Where(seen.Add)];
            asked.Add((name, job, Whole, first.Contains));
        }
        LookedAt.Same(
            "edges.txt",
            [
                .. Partitioner
                    .Create(asked, loadBalance: true)
                    .AsParallel()
                    .AsOrdered()
                    .SelectMany(a =>
                        Edges
                            .Of(a.Job, a.Said, a.Wanted)
                            .Where(e => e.Found.Count > 0)
                            .Select(e => $"{a.Name} {e.Title}: {string.Join(' ', e.Found)}")
                    ),
            ]
        );
    }

    private static IEnumerable<string> Titles(JobState job) =>
        Neighbours.Leaves(JsonSerializer.SerializeToNode(job, JsonSerializerOptions.Web), []).Select(Neighbours.Title).Distinct();

    private static string Rule(Evaluation e, string code) =>
        string.Join('\n', e.Findings.Where(f => f.Rule.Code == code).Select(f => $"{f.Severity} {f.Sentence}"));

    private static string Whole(JobState job)
    {
        var e = Evaluation.Evaluate(Question.Of(job, EvidenceBook.Empty, SampleJobs.Shelf));
        var text = new StringBuilder();
        foreach (var f in e.Findings)
            text.AppendLine($"{f.Severity} {f.Rule.Code} {f.Sentence}");
        text.AppendJoin('\n', e.Runbook.Steps.Select(s => s.Title)).AppendLine();
        text.AppendJoin('\n', UnknownRegister.Of(job).Select(u => u.Path)).AppendLine();
        text.AppendJoin('\n', e.Ledge.Select(d => $"{d.Name} {d.Found is null} {d.Planned is null}")).AppendLine();
        return text.ToString();
    }
}
