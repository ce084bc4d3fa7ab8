using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>A carrier in a slot brings places for modules of its own: S2.1, S2.2 … They come and go with it.</summary>
public static class CarrierPlaces
{
    // Stand-offs that carriers have where their sheet does not tell. Common practice, no source.
    private static readonly int[] UsualLengths = [42, 60, 80, 110];

    private const string OutOfTheBox = "a new carrier";

    /// <summary>Name of a place on a carrier.</summary>
    /// <param name="index">From 0.</param>
    public static string Name(string slot, int index) => $"{slot}.{index + 1}";

    /// <summary>The state with the places of the carriers that were found or are planned; drives planned on one that is gone go with
    /// it.</summary>
    public static MachineState Settled(MachineState state)
    {
        if (state.Sheet is not { Slots.Count: > 0 } sheet)
            return state;
        var wanted = Of(sheet, state);
        var had = sheet.M2.Where(m => m.On is not null).ToList();
        // A carrier that comes out of its box is empty: nobody need look.
        var fresh = wanted
            .Where(m => Carrier(state.Found.GetValueOrDefault(Place.Card(m.On!))) is null)
            .Select(m => Place.M2(m.Id))
            .ToHashSet();
        var boxed = state.EmptyBy.Where(e => e.Value == OutOfTheBox).Select(e => e.Key).ToHashSet();
        if (!fresh.SetEquals(boxed))
            state = state with
            {
                FoundEmpty = state.FoundEmpty.Except(boxed).Union(fresh),
                EmptyBy = state.EmptyBy.RemoveRange(boxed).SetItems(fresh.Select(p => KeyValuePair.Create(p, OutOfTheBox))),
            };
        if (
            had.Count == wanted.Count
            && had.Zip(wanted)
                .All(p =>
                    p.First.Id == p.Second.Id
                    && p.First.Wired == p.Second.Wired
                    && p.First.Gen == p.Second.Gen
                    && p.First.Form == p.Second.Form
                )
        )
            return state;
        var next = sheet with { M2 = [.. sheet.M2.Where(m => m.On is null), .. wanted] };
        var lost = had.Select(m => Place.M2(m.Id)).Except(wanted.Select(m => Place.M2(m.Id))).ToList();
        return state with
        {
            Sheet = next,
            Found = state.Found.RemoveRange(lost),
            Plan = state.Plan.RemoveRange(
                state.Plan.Where(p => lost.Contains(p.Key) || (p.Value.MovedFrom is { } from && lost.Contains(from))).Select(p => p.Key)
            ),
        };
    }

    /// <summary>The sheet as its maker knows it, without what carriers bring.</summary>
    public static MachineSheet Without(MachineSheet sheet) =>
        sheet.M2.Any(m => m.On is not null) ? sheet with { M2 = [.. sheet.M2.Where(m => m.On is null)] } : sheet;

    /// <summary>Another sheet for a job, with the places that the job's carriers bring.</summary>
    public static MachineSheet Onto(MachineSheet sheet, MachineState state) =>
        Of(sheet, state) is { Count: > 0 } places
            ? Without(sheet) with
            {
                M2 = [.. sheet.M2.Where(m => m.On is null), .. places],
            }
            : Without(sheet);

    private static List<M2Place> Of(MachineSheet sheet, MachineState state)
    {
        var places = new List<M2Place>();
        foreach (var slot in sheet.Slots)
        {
            var place = Place.Card(slot.Id);
            var (now, was) = (Carrier(state.PlannedAt(place)), Carrier(state.Found.GetValueOrDefault(place)));
            // What was found on a carrier stays known until it is laid elsewhere, also where a smaller one takes its slot.
            for (var i = 0; i < Math.Max(now?.Endpoints!.Count ?? 0, was?.Endpoints!.Count ?? 0); i++)
            {
                // A place of the board that bears this name already keeps it: one name is one place.
                if (sheet.M2.Any(m => m.On is null && m.Id == Name(slot.Id, i)))
                    continue;
                var card = i < (now?.Endpoints!.Count ?? 0) ? now! : was!;
                places.Add(
                    new M2Place(
                        Name(slot.Id, i),
                        FormOf(card) is null ? UsualLengths : [],
                        $"×{card.Endpoints![i]}{(card.Gen is { } gen ? $" gen {gen}" : "")} on the carrier",
                        slot.Id,
                        FormOf(card) is null ? "M" : null,
                        SpokenOn(card),
                        card.Endpoints[i],
                        card.Gen
                    )
                    {
                        On = slot.Id,
                        Form = FormOf(card),
                    }
                );
            }
        }
        return places;
    }

    private static IReadOnlyList<string> SpokenOn(CardSheet card) =>
        card is { IsBootCarrier: true, Controller.Protocols: { Count: > 0 } speaks }
            ? [.. speaks.Select(p => p == DriveProtocol.Nvme ? "NVMe" : p.ToString().ToUpperInvariant())]
            : ["NVMe"];

    private static string? FormOf(CardSheet card) => card.PlaceForm is "m.2" ? null : card.PlaceForm;

    /// <summary>True when the plan has a carrier that bears this place.</summary>
    internal static bool IsBorne(LaneInput q, M2Place place) =>
        place.On is not { } slot
        || (
            Carrier(q.Planned.At(Place.Card(slot))) is { } card
            && Enumerable.Range(0, card.Endpoints!.Count).Any(i => Name(slot, i) == place.Id)
        );

    private static CardSheet? Carrier(Unit? unit) => unit?.Card is { Role: CardRole.Carrier, Endpoints.Count: > 0 } card ? card : null;
}
