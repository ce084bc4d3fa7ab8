using Irvak.Core.Contracts;

namespace Irvak.Core.Arrays;

/// <param name="Nests">Several groups of it may stand side by side.</param>
/// <param name="Redundant">It survives a failed drive, so that there is something to rebuild from.</param>
public sealed record LevelChoice(ArrayLevel Value, string Words, bool Nests, bool Redundant);

public sealed record HostChoice(ArrayHost Value, string Words);

/// <param name="RequestKiB">Its usual request.</param>
/// <param name="Reads">Share of reads, 0 to 1.</param>
public sealed record UseChoice(ArrayUse Value, string Words, int RequestKiB, double Reads, bool InOrder);

/// <summary>What a person chooses from when an array is planned: the tables of levels, keepers and uses in the words of the screen, which
/// reads them from a file made of this.</summary>
public sealed record ArrayChoices(IReadOnlyList<LevelChoice> Levels, IReadOnlyList<HostChoice> Hosts, IReadOnlyList<UseChoice> Uses)
{
    /// <summary>Strips that keepers offer, KiB.</summary>
    public IReadOnlyList<int> Strips { get; } = Requests.Strips;

    public static ArrayChoices All { get; } =
        new(
            [
                .. LevelTable.Rows.Select(r => new LevelChoice(
                    r.Level,
                    r.Code is { } code ? $"{r.Name} · {code}" : r.Name,
                    LevelTable.Nests(r.Level),
                    r.Tolerance != 0
                )),
            ],
            [.. Keepers.Rows.Select(k => new HostChoice(k.Host, k.Choice))],
            [.. Workloads.All.Select(w => new UseChoice(w.Use, w.Name, w.RequestKiB, w.Reads, w.InOrder))]
        );

    public string ToJson() => ChoiceText.Of(this);
}
