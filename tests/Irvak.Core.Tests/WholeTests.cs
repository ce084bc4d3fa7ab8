using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Irvak.Core.Boot;
using Irvak.Core.Controllers;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Handover;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Verdicts;
using Irvak.Tests;

namespace Irvak.Core.Tests;

/// <summary>
/// Everything that follows from each rule's two cases, and from jobs filled by chance, is what it was when somebody last looked: every
/// sheet, step, expected line and
/// page, as a mark of its text. It checks nothing by itself; it tells that a change reaches further than was meant. Definition, no source.
/// </summary>
/// <remarks>Where a change is meant, IRVAK_MARKS names a folder: the texts are written into it, to be compared with those of before, and
/// the marks anew.</remarks>
public class WholeTests
{
    private static readonly JsonSerializerOptions Plain = new()
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private static readonly string Marks = Repository.At("tests", "Shared", "whole-marks.txt");

    [Fact]
    public void What_follows_from_every_case_is_what_was_last_looked_at()
    {
        var texts = Cases().ToList();
        var marks = texts.Select(c => $"{c.Name} {string.Join(' ', c.Parts.Select(p => $"{p.Name}:{Mark(p.Text)}"))}").ToList();
        if (Environment.GetEnvironmentVariable("IRVAK_MARKS") is { Length: > 0 } folder)
        {
            Directory.CreateDirectory(folder);
            foreach (var (name, parts) in texts)
                File.WriteAllText(Path.Combine(folder, name + ".txt"), string.Join("\n\n", parts.Select(p => $"== {p.Name}\n{p.Text}")));
            File.WriteAllLines(Marks, marks);
        }
        var before = File.ReadAllLines(Marks).ToDictionary(l => l.Split(' ')[0]);
        Assert.Empty(marks.Select(m => Differing(m, before.GetValueOrDefault(m.Split(' ')[0], ""))).OfType<string>());
        Assert.Equal(before.Count, marks.Count);
    }

    private static string? Differing(string now, string before) =>
        now == before ? null : string.Join(' ', now.Split(' ').Except(before.Split(' ')).Prepend(now.Split(' ')[0]));

    private static string Mark(string text) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)))[..6];

    private static IEnumerable<(string Name, JobState Job, Question Asked)> Asked() =>
        [
            .. RuleCaseTests
                .Every()
                .SelectMany(
                    (c, i) =>
                        new[] { ("bad", c.Bad), ("good", c.Good) }.Select(j =>
                            ($"{i:000}-{c.Code}-{j.Item1}", j.Item2, j.Item2.Ask(c.Evidence, c.Shelf))
                        )
                ),
            .. SampleJobs
                .All(12)
                .Concat(SampleJobs.Read(4))
                .Select(s => (s.Name, s.Job, Question.Of(s.Job, EvidenceBook.Empty, SampleJobs.Shelf))),
        ];

    /// <summary>What the survey makes of a job, and of what was read last.</summary>
    private static object[] Surveyed(JobState job)
    {
        var loose = LooseDrives.Of(job);
        object[] all = [loose, SurveyChecks.Of(job), Contradictions.Of(job), BayMap.Of(job, loose), SheetDoubts.Of(job.Sheet!)];
        return job.Proof.After is not { } seen
            ? all
            :
            [
                .. all,
                AsFound.From(job.Sheet!, seen, "x"),
                SheetDraft.From(seen) ?? (object)"no draft",
                SheetDoubts.Against(job.Sheet!, seen),
                ReadingDiff.Of(job, seen, "another"),
            ];
    }

    private static IEnumerable<(string Name, IReadOnlyList<(string Name, string Text)> Parts)> Cases()
    {
        foreach (var (name, job, q) in Asked())
        {
            var e = Evaluation.Evaluate(q);
            var parts = typeof(Evaluation)
                .GetProperties()
                .Select(p => (p.Name, JsonSerializer.Serialize(p.GetValue(e), p.PropertyType, Plain)))
                .ToList();
            parts.Add(
                (
                    "Said",
                    string.Join(
                        '\n',
                        e.Findings.SelectMany(f =>
                            new[] { $"{f.Severity} {f.Rule.Code} {f.Sentence}" }.Concat(
                                (f.Why?.Lines ?? [])
                                    .Append(f.Why?.Result)
                                    .OfType<Irvak.Core.Quantities.WorkedLine>()
                                    .Select(l => $"    {l.Formula} = {l.Value}")
                            )
                        )
                    )
                )
            );
            parts.Add(
                (
                    "Page",
                    HandoverMarkdown.Of(
                        HandoverWriter.Of(
                            new("0001", "case", "lead"),
                            job,
                            q,
                            e,
                            [.. e.Expectations.Select(x => new ComparedLine(x, LineState.NotLookedAt, null, null, null))]
                        )
                    )
                )
            );
            parts.Add(("Progress", JsonSerializer.Serialize(Progress.Of(job, e), Plain)));
            parts.Add(("BootShown", JsonSerializer.Serialize(BootSheet.Of(q.Boot), Plain)));
            parts.Add(("Controllers", JsonSerializer.Serialize(ControllerTable.Of(q.Storage), Plain)));
            parts.Add(("Survey", JsonSerializer.Serialize(Surveyed(job), Plain)));
            yield return (name, parts);
        }
    }
}
