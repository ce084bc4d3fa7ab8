using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Boot;

/// <summary>One drive that the system could start from.</summary>
/// <param name="Place">Where it sits or would sit.</param>
/// <param name="PartId">Its shelf part; null for one that is in the plan.</param>
/// <param name="Against">What speaks against it, in sentences; empty when nothing does.</param>
/// <param name="Stops">True when it can't be started from.</param>
public sealed record BootCandidate(
    Place Place,
    string? PartId,
    string Name,
    bool Chosen,
    BootLife Life,
    IReadOnlyList<string> Against,
    bool Stops,
    decimal? Eur
)
{
    public required int InStock { get; init; }

    /// <summary>What kind of medium it is.</summary>
    public required BootMedium Medium { get; init; }
}

/// <summary>What the system starts from, what could take its place, and how long each lasts.</summary>
/// <param name="Plan">As planned, or as found; null when nobody said.</param>
/// <param name="Needs">What is asked of it: the plan's, else what is usual.</param>
/// <param name="WrittenBasis">Where the volume written a day comes from.</param>
/// <param name="IsPlanned">False when it is only what was found.</param>
public sealed partial record BootSheet(
    BootPlan? Plan,
    BootPlan Needs,
    bool IsPlanned,
    string WrittenBasis,
    IReadOnlyList<BootCandidate> Candidates
)
{
    /// <summary>Schools side by side.</summary>
    public required IReadOnlyList<BootSchool> Schools { get; init; }

    /// <summary>Kinds of systems to choose from.</summary>
    public required IReadOnlyList<InstallerRow> Systems { get; init; }

    // Larger flash of the shelf is worth more as data drives. Common practice, no source.
    private const long LargestSpare = 1_100_000_000_000;

    private const int MostShown = 40;

    // Shorter than most machines are kept. Common practice, no source.
    private const double Soon = 5;

    /// <summary>What the system is to start from: as planned, else as found; null when nobody said.</summary>
    public static BootPlan? PlanOf(BootInput q) =>
        (q.Boot ?? Found(q)) is { } plan ? plan with { WrittenGBPerDay = Written(q, plan).GBPerDay } : null;

    /// <summary>Written a day by the system: what somebody said, else what captures of the drives it starts from now show, else the
    /// usual.</summary>
    private static (double GBPerDay, string Basis) Written(BootInput q, BootPlan plan)
    {
        var now = Found(q)?.Places ?? [];
        var measured = now.Select(p => q.Found.At(p)?.Serial is { } serial ? q.Writes.GetValueOrDefault(serial)?.Rate : null)
            .Where(r => r is not null)
            .MaxBy(r => r!.Value.GBPerDay);
        if (plan.WrittenGBPerDay != BootLife.UsualWrittenGB)
            return (
                plan.WrittenGBPerDay,
                measured is { } beside ? $"as said; measured now: {beside.GBPerDay:0.#} GB, {beside.Basis}" : "as said"
            );
        return measured is { } rate
            ? (Math.Round(rate.GBPerDay, 1), "measured: " + rate.Basis)
            : (plan.WrittenGBPerDay, "usual for a virtualisation host (common practice, no source)");
    }

    /// <summary>TB that a drive has taken already; null when no capture told, 0 for a new one.</summary>
    private static double? Taken(BootInput q, Place place, Unit unit) =>
        q.BringsPart(place) || unit.ShelfPartId is not null ? 0
        : unit.Serial is { } serial && q.Writes.TryGetValue(serial, out var marks) ? marks.Last.Bytes / 1e12
        : null;

    /// <summary>The whole sheet. It looks through the shelf, so an evaluation leaves it to those who show it.</summary>
    public static BootSheet Of(BootInput q)
    {
        var plan = PlanOf(q);
        var needs = plan ?? new BootPlan([]) { WrittenGBPerDay = Written(q, new BootPlan([])).GBPerDay };
        var inside = q
            .Planned.Units.Where(u =>
                u.Value.Drive is { Media: not DriveMedia.Tape }
                && u.Key.HoldsDrive
                && (plan?.Places.Contains(u.Key) == true || !Shared(q, u.Key))
            )
            .Select(u => Candidate(q, u.Key, u.Value, null, needs, plan));
        return new(
            plan,
            needs,
            q.Boot is not null,
            Written(q, q.Boot ?? new BootPlan([])).Basis,
            [
                .. inside
                    .OrderByDescending(c => c.Chosen)
                    .ThenBy(c => c.Stops)
                    .Concat(Best(Spare(q).Select(s => Candidate(q, s.Place, Unit.Of(s.Part), s.Part, needs, plan))))
                    .Take(MostShown),
            ]
        )
        {
            Schools = BootSchools.Of(q, plan),
            Systems = Installers.Rows,
        };
    }

    /// <summary>Those that can start a system before those that can't, each in their order; no more is looked at than is shown.</summary>
    private static IEnumerable<BootCandidate> Best(IEnumerable<BootCandidate> cheapestFirst)
    {
        var stopped = new List<BootCandidate>();
        var good = 0;
        foreach (var candidate in cheapestFirst)
            if (candidate.Stops)
            {
                if (stopped.Count < MostShown)
                    stopped.Add(candidate);
            }
            else
            {
                yield return candidate;
                if (++good == MostShown)
                    yield break;
            }
        foreach (var candidate in stopped)
            yield return candidate;
    }

    /// <summary>A member of a larger array is no drive that firmware could start from.</summary>
    private static bool Shared(BootInput q, Place place) =>
        q.Arrays.Any(a => a.Members.Contains(place) && a.Level is not (ArrayLevel.Single or ArrayLevel.Mirror))
        || q.Caches.Any(c => c.Places.Contains(place));

    /// <summary>The drives that a capture saw mounted as the root of the system.</summary>
    private static BootPlan? Found(BootInput q)
    {
        List<Place> places =
        [
            .. q
                .Found.Units.Where(u =>
                    u.Value.Drive is not null && u.Value.MemberOf?.Split(", ").Any(m => m is "/" or "/boot" or "/boot/efi") == true
                )
                .Select(u => u.Key)
                .Take(4),
        ];
        return places.Count == 0 ? null : new BootPlan(places);
    }

    /// <summary>Flash of the shelf for free M.2 places, and small flash for the first free bay.</summary>
    private static IEnumerable<(Place Place, ShelfPart Part)> Spare(BootInput q)
    {
        var flash = q.Shelf.Flash.Where(p => p.Drive is { Bytes: <= LargestSpare });
        var m2 = q.Sheet.M2.FirstOrDefault(m => q.Planned.At(Place.M2(m.Id)) is null);
        var port = q
            .Sheet.Bays.Where(b => PortMedia.IsOne(b.Form))
            .SelectMany(b => b.Names.Select(n => (Bays: b, Place: Place.Bay(n))))
            .FirstOrDefault(b => q.Planned.At(b.Place) is null);
        var bay = q
            .Sheet.Bays.Where(b => !PortMedia.IsOne(b.Form))
            .SelectMany(b => b.Names.Select(n => (Bays: b, Place: Place.Bay(n))))
            .FirstOrDefault(b => q.Planned.At(b.Place) is null);
        foreach (var part in flash)
            if (m2 is not null && part.Drive!.Form is "m.2" or "msata")
            {
                if (m2 is not null && M2Fit.Takes(m2, part.Drive))
                    yield return (Place.M2(m2.Id), part);
            }
            else if (port.Bays is not null && part.Drive!.Form == port.Bays.Form)
                yield return (port.Place, part);
            else if (
                bay.Bays is not null
                && part.Drive!.Form is "2.5" or "u.2" or "u.3"
                && BayWiring.Of(bay.Bays.Bus, part.Drive!) is null or Mating.Works
                && !(part.Drive!.HeightMm > bay.Bays.HeightMm)
            )
                yield return (bay.Place, part);
    }

    private static BootCandidate Candidate(BootInput q, Place place, Unit unit, ShelfPart? part, BootPlan needs, BootPlan? plan)
    {
        var against = Against(q, place, unit, needs).ToList();
        return new(
            place,
            part?.Id,
            unit.Short,
            part is null && plan?.Places.Contains(place) == true,
            Life(needs, unit.Drive!, Taken(q, place, unit)),
            [.. against.Select(f => f.Sentence)],
            against.Any(f => f.Severity == Severity.Stop),
            part?.PriceEur
        )
        {
            InStock = part?.InStock ?? 0,
            Medium = BootMedia.Of(unit.Drive!),
        };
    }

    private static BootLife Life(BootPlan needs, DriveSheet drive, double? taken) =>
        drive.Media != DriveMedia.Disk ? needs.LifeOn(drive, taken)
        : needs.LifeOn(drive, taken) is var life && life.SpaceYears < Soon ? life
        : life with { Verdict = "A disk: writing does not wear it out; it starts and updates more slowly than flash." };

    /// <summary>Everything that speaks against a drive as the one the system starts from.</summary>
    private static IEnumerable<Finding> Against(BootInput q, Place place, Unit unit, BootPlan needs)
    {
        var (drive, firmware) = (unit.Drive!, q.Sheet.Firmware);
        Place[] places = [place];
        var (name, at) = (("drive", unit.Short), ("place", Stated.At(place)));
        if (drive.Protocol == DriveProtocol.Nvme && firmware?.BootsNvme == false)
            yield return Finding.Of(Nvme, places, null, name, at);
        var uefi = firmware?.BootModes is not { } modes || modes.Contains("uefi");
        var limit = NominalSize.Limit32(drive.SectorBytes ?? 512);
        if (drive.SectorBytes == 4096 && (firmware?.Boots4Kn == false || !uefi))
            yield return Finding.Of(Sectors, places, null, name, at);
        else if (!uefi && drive.Bytes > limit)
            yield return Finding.Of(
                Large,
                places,
                Worked.Against(Large.Source, ("size", DiskSpace.TB(drive.Bytes!.Value)), ">", ("limit", DiskSpace.TB(limit))),
                name,
                at,
                ("limit", new DiskSpace(limit))
            );
        if (q.ControllerAt(place) is { Card: not null, Sheet.Boots: false } host)
            yield return Finding.Of(Host, places, null, ("controller", host.Name), at);
        if (
            BayController.Boards(q.Sheet).FirstOrDefault(b => b.Raid?.Boots == false) is { } board
            && q.Arrays.Any(a => a.Members.Contains(place) && StorageModes.Keeps(board, a, q.ControllerAt))
        )
            yield return Finding.Of(Host, places, null, ("controller", $"RAID of {BayController.NameOf(board)}"), at);
        if (PortMedia.IsFrail(drive) && Evidence.PolicyTable.SeverityOf(q.Policy, Evidence.Standing.FewOrMixed) is { } severity)
            yield return Finding.Of(Media, places, null, name, at) with
            {
                Severity = severity,
            };
        var life = needs.LifeOn(drive, Taken(q, place, unit));
        var (wear, space) = (life.WearYears ?? double.MaxValue, life.SpaceYears ?? double.MaxValue);
        if (Math.Min(wear, space) < Soon)
            yield return Finding.Of(
                Wears,
                places,
                life.Why,
                name,
                at,
                (
                    "what",
                    wear > space ? "full"
                    : DriveDefaults.RatedTB(drive) is null ? "worn out at the latest"
                    : "worn out"
                ),
                ("years", Math.Min(wear, space).ToString("0.#"))
            );
    }
}
