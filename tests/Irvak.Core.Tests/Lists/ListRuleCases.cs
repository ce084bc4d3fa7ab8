using Irvak.Core.Arrays;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Lists;

/// <summary>A part off the list, one on it for another use, one of which it is not known; and neighbours that the list names.</summary>
internal static class ListRuleCases
{
    public static readonly ListedPart Row = new(ListedKind.Drive) { Number = "EK-N8", Date = new DateOnly(2026, 3, 31) };

    public static JobState On(IReadOnlyList<ListedPart> list, params DriveSheet[] drives)
    {
        var state = With(drives);
        return state with { Sheet = state.Sheet! with { Listed = list } };
    }

    public static readonly IReadOnlyList<RuleCase> All =
    [
        new(
            "SHELF-LIST",
            Severity.Care,
            "EK-N8X in [[bay:1]] is not on the maker’s list of drives of 2026-03-31; nobody has logged it.",
            On([Row], Disk with { Model = "EK-N8X" }),
            On([Row], Disk)
        ),
        new(
            "SHELF-LIST-USE",
            Severity.Care,
            "EK-N8 in [[bay:1]] is on the maker’s list for a cache only, and serves as a volume here.",
            On([Row with { Only = ListedUse.Cache }], Disk).With(new MakeArray(new("M", ArrayLevel.Single, Bays(1)))),
            On([Row with { Only = ListedUse.Volume }], Disk).With(new MakeArray(new("M", ArrayLevel.Single, Bays(1))))
        ),
        new(
            "SHELF-LIST-ASK",
            Severity.Note,
            "Whether 8 TB SATA in [[bay:1]] is on the maker’s list of drives is not known: its model was not told.",
            On([Row], Disk with { Model = null }),
            On([], Disk with { Model = null })
        ),
    ];
}
