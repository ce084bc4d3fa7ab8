using Irvak.Core.Drives;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Shelf;

/// <summary>
/// Whether a part of the shelf goes into a place by what is printed of both. It keeps apart only what is known to differ: a part of which
/// nobody told its form may go anywhere. Whether it works there with everything else is for the plan.
/// </summary>
public static class PlaceFit
{
    /// <summary>Why a part does not go into a place, in a few words after "is" or "are": "of DDR3", "too large". Null when nothing
    /// that is known speaks against it, and for a part of another kind than the place takes.</summary>
    public static string? WhyNot(MachineSheet sheet, Place place, ShelfPart part) =>
        place.IsSlot && part.Module is { } module ? OfModule(sheet.Memory, module)
        : place.IsSocket && part.Processor is { } processor ? OfProcessor(sheet, place, processor)
        : place.IsBay && part.Drive is { } drive ? OfBay(sheet, place, drive)
        : place.Kind == PlaceKind.M2 && part.Drive is { } small ? OfM2(sheet, place, small)
        : place.Kind == PlaceKind.Card && part.Card is { } card ? OfCard(sheet, place, card)
        : null;

    private static string? OfModule(MemoryBoard board, ModuleSheet module) =>
        module.Generation is { } its && board.Generation is { } takes && its != takes ? $"of {its.Name()}"
        : module.Form is { } form && board.Form is { } boards && form != boards ? $"a {form.Name()}"
        : module.Type is { } type && board.Types is { Count: > 0 } types && !types.Contains(type) ? type.Name()
        : null;

    private static string? OfProcessor(MachineSheet sheet, Place place, ProcessorSheet processor) =>
        sheet.Sockets.FirstOrDefault(s => Place.Socket(s.Id) == place) is not { } socket ? null
        : socket.Soldered ? "for a socket; this one is soldered"
        : processor.Socket is { } its && socket.Family is { } family && its != family ? $"made for socket {its}"
        : null;

    private static string? OfBay(MachineSheet sheet, Place place, DriveSheet drive) =>
        sheet.Bays.FirstOrDefault(b => b.Names.Any(n => Place.Bay(n) == place)) is not { } bay || DriveFit.Suits(bay, drive) ? null
        : BayWiring.Of(bay.Bus, drive) is { } mating and not Mating.Works
            ? mating == Mating.WillNotMate ? "of another plug"
                : "silent behind this plug"
        : drive.HeightMm > bay.HeightMm + 0.2 ? "too high"
        : BayWiring.Rates(drive) is { Count: > 0 } its && bay.LinkGbs is { Count: > 0 } board && !its.Intersect(board).Any()
            ? "of no rate that the backplane has"
        : "of another form";

    private static string? OfM2(MachineSheet sheet, Place place, DriveSheet drive) =>
        sheet.M2.FirstOrDefault(m => Place.M2(m.Id) == place) is not { } m2 || drive.Form is null || M2Fit.Fits(m2, drive) ? null
        : drive.LengthMm is { } length && m2.Lengths.Count > 0 && !m2.Lengths.Contains(length) ? $"{length} mm long"
        : drive.Key is { } key && m2.Key is not (null or "msata") && !key.Split('+').Contains(m2.Key) ? $"of key {key}"
        : drive.DoubleSided == true && m2.SingleSided == true ? "of chips on both sides"
        : "of another form or interface";

    private static string? OfCard(MachineSheet sheet, Place place, CardSheet card) =>
        sheet.Slots.FirstOrDefault(s => Place.Card(s.Id) == place) is not { } slot ? null
        : CardFit.WhyNot(slot, card) is not { } rule ? null
        : rule == CardFit.Height ? "too high"
        : rule == CardFit.Length ? "too long"
        : rule == CardFit.Edge ? "too wide at the edge"
        : rule == CardFit.Power || rule == CardFit.Plug ? "of more watts than the slot gives"
        : "of another bus";
}
