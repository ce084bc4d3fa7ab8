using System.Collections.Immutable;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>How slots are divided and held.</summary>
public sealed record LaneSlice
{
    /// <summary>How the firmware is to divide slots, by their names; an empty list for whole.</summary>
    public ImmutableSortedDictionary<string, IReadOnlyList<int>> Splits { get; init; } =
        ImmutableSortedDictionary.Create<string, IReadOnlyList<int>>(StringComparer.Ordinal);

    /// <summary>How it divided them before the work.</summary>
    public ImmutableSortedDictionary<string, IReadOnlyList<int>> FoundSplits { get; init; } =
        ImmutableSortedDictionary.Create<string, IReadOnlyList<int>>(StringComparer.Ordinal);

    /// <summary>Slots that a riser, a cable or a setting holds at an older generation, by their names.</summary>
    public ImmutableSortedDictionary<string, int> HeldRates { get; init; } =
        ImmutableSortedDictionary.Create<string, int>(StringComparer.Ordinal);

    /// <summary>What another sheet leaves of it.</summary>
    public LaneSlice Within(MachineSheet sheet)
    {
        bool Gone(string slot) => sheet.Slots.All(x => x.Id != slot);
        return this with
        {
            Splits = Splits.RemoveRange(Splits.Keys.Where(Gone)),
            FoundSplits = FoundSplits.RemoveRange(FoundSplits.Keys.Where(Gone)),
            HeldRates = HeldRates.RemoveRange(HeldRates.Keys.Where(Gone)),
        };
    }
}
