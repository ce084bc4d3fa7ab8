using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Verdicts;

/// <summary>A rule that applies here, with what made it true.</summary>
/// <param name="Rule">The rule.</param>
/// <param name="Severity">Its severity under the job's policy.</param>
/// <param name="Places">The places it is about.</param>
/// <param name="Values">What it states, by the names of the holes of the sentence.</param>
/// <param name="Why">The worked sum.</param>
public sealed record Finding(
    Rule Rule,
    Severity Severity,
    IReadOnlyList<Place> Places,
    IReadOnlyDictionary<string, Stated> Values,
    Worked? Why
)
{
    public Basis Basis { get; init; } = Rule.Basis;

    /// <summary>Whether the finding was true of the machine as found already; a plan is not blamed for it.</summary>
    public bool AsFoundToo { get; init; }

    /// <summary>What sources say of the value it leans on, where they differ.</summary>
    public IReadOnlyList<Sheets.Claim> Claims { get; init; } = [];

    /// <summary>True for what was so before and is about what the job has nothing to do with: it stands ready, and holds nothing
    /// up.</summary>
    public bool Aside { get; init; }

    public string Sentence => Rule.Say(Values);

    /// <summary>Same rule at the same places.</summary>
    public bool Matches(Finding other) => Rule == other.Rule && Places.SequenceEqual(other.Places);

    /// <summary>Name of the value that a finding has when it speaks of several places.</summary>
    public const string Several = "several";

    // What may differ between findings of one cause: where it is.
    private static readonly string[] Where = ["place", "first", "channel"];

    /// <summary>Findings that say the same of several places become one that names them all; what the plan touches stays apart from what
    /// was so.</summary>
    public static IEnumerable<Finding> Joined(IEnumerable<Finding> findings, IReadOnlySet<Place> changed) =>
        findings
            .GroupBy(f =>
                (
                    f.Rule,
                    f.Severity,
                    f.Places.Any(changed.Contains),
                    string.Concat(
                        f.Values.Where(v => !Where.Contains(v.Key))
                            .OrderBy(v => v.Key, StringComparer.Ordinal)
                            .Select(v => $"|{v.Key}={v.Value.Words}")
                    )
                )
            )
            .SelectMany(g => g.Count() > 1 && Where.Any(g.First().Values.ContainsKey) ? [Over([.. g])] : g.AsEnumerable());

    private static Finding Over(IReadOnlyList<Finding> same)
    {
        var values = new Dictionary<string, Stated>(same[0].Values) { [Several] = $"{same.Count}" };
        foreach (var name in Where.Where(values.ContainsKey))
        {
            List<Stated> each = [.. same.Select(f => f.Values[name]).Distinct()];
            List<Stated.Places> places = [.. each.OfType<Stated.Places>()];
            values[name] =
                places.Count == each.Count ? Stated.At([.. places.SelectMany(p => p.Of)]) : Say.Words([.. each.Select(e => e.Words)]);
        }
        return same[0] with
        {
            Places = [.. same.SelectMany(f => f.Places).Distinct()],
            Values = values,
            Why = Together([.. same.Select(f => f.Why).OfType<Worked>()]),
        };
    }

    /// <summary>What went into any of the sums; they come to the same, since the findings say the same.</summary>
    private static Worked? Together(IReadOnlyList<Worked> sums) =>
        sums.Count == 0
            ? null
            : sums[0] with
            {
                Lines = [.. sums[0].Lines, .. sums.Skip(1).SelectMany(s => s.Lines).Except(sums[0].Lines)],
            };

    public static Finding Of(Rule rule, IReadOnlyList<Place> places, Worked? why, params (string Name, Stated Value)[] values) =>
        new(rule, rule.Severity, places, values.ToDictionary(v => v.Name, v => v.Value), why);
}

/// <summary>A computed repair: edits that were evaluated, and what they bring.</summary>
/// <param name="Title">What is done, in a few words.</param>
/// <param name="Effect">What the evaluation after the edits says.</param>
public sealed record WayOut(string Title, string Effect, Edit Edit);
