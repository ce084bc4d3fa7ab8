using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Drives;

/// <summary>Modules in M.2 places: a key says what goes in, not what works.</summary>
public static class M2Fit
{
    public static readonly Rule Form = new(
        "M2-FORM",
        Family.Module,
        Severity.Stop,
        "{place} {takes|take} modules of M.2; {drive} is none.",
        "A mini-card of mSATA looks alike and has another edge.",
        "PCI Express M.2 specification; SATA 3 for mSATA",
        Basis.Standard
    );

    public static readonly Rule CarrierForm = new(
        "M2-CARRIER",
        Family.Module,
        Severity.Stop,
        "{place} {takes|take} drives of {form}; {drive} is none.",
        "A carrier has the plugs and the room of one form.",
        "carrier's sheet",
        Basis.Sheet
    );

    public static readonly Rule Key = new(
        "M2-KEY",
        Family.Module,
        Severity.Stop,
        "{drive} has key {its}; the socket {place} {is|are} {key}.",
        "The notch keeps a module out of a socket that it could not use.",
        "PCI Express M.2 specification",
        Basis.Standard
    );

    public static readonly Rule Length = new(
        "M2-LENGTH",
        Family.Module,
        Severity.Stop,
        "{drive} is {length} mm long; {place} {has|have} stand-offs at {lengths}.",
        "Without a stand-off at its end a module bends or hangs.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule Wiring = new(
        "M2-WIRED",
        Family.Module,
        Severity.Stop,
        "{place} {is|are} wired for {wired}: {drive} goes in and stays silent.",
        "The socket is the same for SATA and for lanes; the board decides what is behind it.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule Sides = new(
        "M2-SIDES",
        Family.Module,
        Severity.Stop,
        "{drive} has chips on both sides; {place} {takes|take} single-sided modules only.",
        "Under it is no room: it presses on the board, or does not lie flat.",
        "machine sheet; PCI Express M.2 specification, D and S heights",
        Basis.Sheet
    );

    public static readonly Rule Lanes = new(
        "M2-LANES",
        Family.Module,
        Severity.Note,
        "{drive} could use {its} lanes, {place} {has|have} {lanes}.",
        "Half the lanes carry half as much in order; small requests hardly notice.",
        "machine sheet; PCI Express",
        Basis.Sheet
    );

    /// <summary>True when key, length, height and wiring of a place suit a module.</summary>
    public static bool Fits(M2Place place, DriveSheet drive) =>
        Takes(place, drive) && !(drive.DoubleSided == true && place.SingleSided == true);

    /// <summary>True when key, length and wiring of a place suit a module.</summary>
    internal static bool Takes(M2Place place, DriveSheet drive) =>
        (Mates(place, drive) || NeedsConverter(place, drive))
        && (place.Key is null or "msata" || drive.Key is not { } its || its.Split('+').Contains(place.Key))
        && (drive.LengthMm is not { } length || place.Lengths.Count == 0 || place.Lengths.Contains(length))
        && (
            drive.Protocol is not { } protocol
            || place.Protocols is not { Count: > 0 } all
            || all.Any(p => string.Equals(p, protocol.ToString(), StringComparison.OrdinalIgnoreCase))
        );

    /// <summary>A drive of U.3 goes where one of U.2 does (SFF-TA-1001).</summary>
    private static bool Mates(M2Place place, DriveSheet drive) =>
        place.Form is { } form
            ? drive.Form == form || (form == "u.2" && drive.Form == "u.3")
            : drive.Form == (place.Key == "msata" ? "msata" : "m.2");

    /// <summary>A module with lanes runs on a U.2 plug behind a converter.</summary>
    internal static bool NeedsConverter(M2Place place, DriveSheet drive) =>
        place.Form == "u.2" && drive is { Form: "m.2", Protocol: DriveProtocol.Nvme };

    /// <summary>What nobody told of a module and its place, of what must suit.</summary>
    private static List<string> Untold(M2Place m2, DriveSheet drive) =>
        [
            .. drive.Protocol is null ? new[] { "its interface" } : [],
            .. drive.Form is null ? new[] { "its form" } : [],
            .. m2.Protocols is not { Count: > 0 } ? new[] { "what the place is wired for" } : [],
            .. drive.LengthMm is null && drive.Form == "m.2" && m2.Form is null ? new[] { "its length" } : [],
            .. m2.Key != "msata" && m2.Form is null && drive is { Key: null, Form: "m.2" } && m2.Key is not null
                ? new[] { "its notch" }
                : [],
            .. m2.Key is null && m2.Form is null && drive.Form == "m.2" ? new[] { "which notch the place takes" } : [],
            .. m2.Lengths.Count == 0 && m2.Form is null && drive is { LengthMm: not null, Form: "m.2" }
                ? new[] { "where its stand-offs are" }
                : [],
            .. m2.SingleSided is null && drive.DoubleSided == true ? new[] { "whether chips on both sides find room" } : [],
        ];

    internal static IEnumerable<Finding> Judge(PlanInput q)
    {
        foreach (var m2 in q.Sheet.M2)
        {
            var place = Place.M2(m2.Id);
            if (!q.IsNew(place) || q.Planned.At(place) is not { Drive: { } drive } unit)
                continue;
            Place[] places = [place];
            var (at, name) = (("place", Stated.At(place)), ("drive", unit.Short));
            var mini = m2.Key == "msata" || m2.Form is not null;
            var untold = Untold(m2, drive);
            if (q.BringsPart(place) && untold.Count > 0)
                yield return Finding.Of(
                    DriveFit.NotTold,
                    places,
                    null,
                    name,
                    at,
                    ("what", $"{Say.Words(untold)} {(untold.Count == 1 ? "is" : "are")}")
                );
            if (NeedsConverter(m2, drive))
                yield return Finding.Of(DriveFit.Converter, places, null, name, at, ("form", "M.2"), ("bay", "U.2"));
            else if (drive.Form is not null && !Mates(m2, drive))
            {
                yield return m2.Form is { } takes
                    ? Finding.Of(CarrierForm, places, null, at, name, ("form", takes.ToUpperInvariant()))
                    : Finding.Of(Form, places, null, at, name);
                continue;
            }
            if (!mini && drive.Key is { } its && m2.Key is { } key && !its.Split('+').Contains(key))
                yield return Finding.Of(Key, places, null, at, name, ("its", its), ("key", key));
            if (drive.LengthMm is { } length && m2.Lengths.Count > 0 && !m2.Lengths.Contains(length))
                yield return Finding.Of(
                    Length,
                    places,
                    Worked.Sum(
                        Length.Source,
                        new("no stand-off at", $"{length} mm", true),
                        new WorkedLine("stand-offs", $"{string.Join(", ", m2.Lengths)} mm")
                    ),
                    at,
                    name,
                    ("length", length),
                    ("lengths", Say.Words([.. m2.Lengths.Select(l => $"{l}")]))
                );
            if (drive.DoubleSided == true && m2.SingleSided == true)
                yield return Finding.Of(Sides, places, null, at, name);
            if (
                drive.Protocol is { } protocol
                && m2.Protocols is { Count: > 0 } protocols
                && !protocols.Any(p => string.Equals(p, protocol.ToString(), StringComparison.OrdinalIgnoreCase))
            )
                yield return Finding.Of(Wiring, places, null, at, name, ("wired", Say.Words(protocols)));
            else if (drive.Protocol == DriveProtocol.Nvme && drive.Lanes is { } could && m2.Lanes is var wired && could > wired)
                yield return Finding.Of(
                    Lanes,
                    places,
                    Worked.Against(Lanes.Source, ("lanes of the module", $"{could}"), ">", ("lanes of the place", $"{wired}")),
                    at,
                    name,
                    ("its", could),
                    ("lanes", wired)
                );
        }
    }
}
