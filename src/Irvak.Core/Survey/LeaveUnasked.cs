using Irvak.Core.Aims;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Survey;

/// <summary>Leaves questions aside that this job can do without, or asks them again. What they would tell stays not known.</summary>
/// <param name="Paths">Of the questions, as <see cref="UnknownRegister"/> names them.</param>
/// <param name="Aside">False to ask them again.</param>
[EditName("leaveUnasked")]
public sealed record LeaveUnasked(IReadOnlyList<string> Paths, bool Aside) : SliceEdit<Aim>
{
    /// <summary>More than any machine has places.</summary>
    public const int Most = 2_000,
        LongestPath = 120;

    public override IEnumerable<string> Touches() => Paths.Select(p => "unasked:" + p);

    public override string ValueAt(string subject) => Aside ? "left aside" : "asked";

    public override string Tell() => $"{(Aside ? "leaves the question about" : "asks again about")} {Words()}{(Aside ? " aside" : "")}";

    public override SheetProblem? Refusal(MachineState machine, Aim slice) =>
        Paths.Count is 0 or > Most ? new("/edit/paths", $"Name 1 to {Most} questions.")
        : Paths.Distinct().Count() < Paths.Count ? new("/edit/paths", "Each question stands once.")
        : Paths.Any(p => p.Length is 0 or > LongestPath) ? new("/edit/paths", $"A question’s path has 1 to {LongestPath} characters.")
        : Paths.FirstOrDefault(p => !AskedFor.IsQuestion(p)) is { } odd ? new("/edit/paths", $"{odd} is nothing that is asked.")
        : null;

    public override Aim Applied(MachineState machine, Aim slice, Stamp stamp) =>
        slice with
        {
            Unasked = Aside ? [.. slice.Unasked.Union(Paths)] : [.. slice.Unasked.Except(Paths)],
        };

    /// <summary>Questions with those set aside that somebody left aside, which stand last.</summary>
    public static IReadOnlyList<Unknown> Of(IReadOnlyList<Unknown> unknowns, Aim aim)
    {
        if (aim.Unasked.Count == 0)
            return unknowns;
        var unasked = aim.Unasked.ToHashSet();
        return [.. unknowns.Select(u => unasked.Contains(u.Path) ? u with { Aside = true, LeftAside = true } : u).OrderBy(u => u.Aside)];
    }

    private string Words() =>
        Paths.Count > 3
            ? $"{Paths.Count} things"
            : Say.Words([
                .. Paths.Select(p =>
                    p.StartsWith(AskedFor.OfPlaces, StringComparison.Ordinal) ? Place.NameIn(p[AskedFor.OfPlaces.Length..]) : p
                ),
            ]);
}
