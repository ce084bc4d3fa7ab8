using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>What the computations of lanes look at.</summary>
public record LaneInput : PlanInput
{
    public LaneInput(PlanInput machine)
        : base(machine) { }

    /// <summary>Bays that are cabled otherwise than the sheet says.</summary>
    public Wires Wires { get; init; } = Wires.None;

    /// <summary>Names of the bays whose controller in the plan is at a place.</summary>
    public IEnumerable<string> BaysOf(Place controller) =>
        Wires
            .Parts(Sheet)
            .Where(b => BayController.Of(Sheet, Planned, Wires.To(b, b.Names[0]), b, Found)?.Place == controller)
            .SelectMany(b => b.Names);

    /// <summary>How the firmware is to divide slots, by their names.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<int>> Splits { get; init; } = NoSplits;

    /// <summary>How somebody saw that it divides them.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<int>> FoundSplits { get; init; } = NoSplits;

    private static readonly Dictionary<string, IReadOnlyList<int>> NoSplits = [];

    /// <summary>Slots that a riser, a cable or a setting holds at an older generation.</summary>
    public IReadOnlyDictionary<string, int> HeldRates { get; init; } = new Dictionary<string, int>();

    /// <summary>Generation that a slot runs at: its sheet's, or an older one that something holds it at.</summary>
    public int GenOf(ExpansionSlot slot) => HeldRates.TryGetValue(slot.Id, out var held) ? Math.Min(slot.Gen, held) : slot.Gen;

    /// <summary>Links of cards as captures show them.</summary>
    public IReadOnlyList<SeenLink> Links { get; init; } = [];

    /// <summary>How a slot is to be divided; empty for whole.</summary>
    public IReadOnlyList<int> SplitOf(string slot) => Splits.TryGetValue(slot, out var planned) ? planned : FoundSplitOf(slot) ?? [];

    /// <summary>How a slot was divided before: as somebody said, else as the drives that were seen on its carrier show; null when not
    /// known.</summary>
    public IReadOnlyList<int>? FoundSplitOf(string slot)
    {
        if (FoundSplits.TryGetValue(slot, out var said))
            return said;
        if (
            Found.At(Place.Card(slot))?.Card is not { Role: CardRole.Carrier, Endpoints.Count: > 1, IsOneDevice: not true } card
            || Sheet.Slots.FirstOrDefault(s => s.Id == slot) is not { } of
        )
            return null;
        return Enumerable.Range(1, card.Endpoints.Count - 1).Any(i => Found.At(Place.M2(CarrierPlaces.Name(slot, i))) is not null)
            ? Splitting.Best(of.Elec, of.Splits ?? [], card.Endpoints, card.LanePitch)
            : null;
    }

    private (Build Of, HashSet<string> Names)? _plannedShort;

    /// <summary>Places that hold something in the plan, without their kind; of the plan that stands here, also in a copy with another
    /// one.</summary>
    public IReadOnlySet<string> PlannedShort
    {
        get
        {
            if (_plannedShort is not { } known || !ReferenceEquals(known.Of, Planned))
                _plannedShort = known = (Planned, [.. Planned.Units.Keys.Select(p => p.Name)]);
            return known.Names;
        }
    }
}
