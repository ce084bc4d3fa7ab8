using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Drives;

/// <summary>Whether a drive that comes in fits its bay and runs there.</summary>
public static class DriveFit
{
    public static readonly Rule NoMate = new(
        "DRV-MATE",
        Family.Drive,
        Severity.Stop,
        "{place} {is|are} wired for {bus}: {drive} {what}.",
        "What runs is what bay, cable and controller have in common; the shape of the plug alone says little.",
        "SFF-8639, SFF-TA-1001, SAS and SATA connectors",
        Basis.Standard
    );

    public static readonly Rule TooLarge = new(
        "DRV-FORM",
        Family.Drive,
        Severity.Stop,
        "{place} {is|are} for {bay}; {drive} is {form}.",
        "A larger drive does not go into a smaller bay, and forms with an edge of their own go nowhere else.",
        "SFF-8201, SFF-8301, SFF-TA-1006",
        Basis.Standard
    );

    public static readonly Rule Converter = new(
        "DRV-CONVERTER",
        Family.Drive,
        Severity.Note,
        "{drive} needs a converter for {place}, from {form} to {bay}.",
        "A smaller drive wants a carrier that puts its plug where the larger one has it.",
        "SFF-8201, SFF-8301",
        Basis.Standard
    );

    public static readonly Rule TooHigh = new(
        "DRV-HEIGHT",
        Family.Drive,
        Severity.Stop,
        "{drive} is {height} mm high, {place} {takes|take} {most}.",
        "It jams, or presses on the board below.",
        "machine sheet; SFF-8201 for the heights",
        Basis.Sheet
    );

    public static readonly Rule Spacer = new(
        "DRV-SPACER",
        Family.Drive,
        Severity.Note,
        "{drive} is {height} mm high in {place} of {most}: it needs the spacer.",
        "Without it the plug hangs loose.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Reformat = new(
        "DRV-SECTOR",
        Family.Drive,
        Severity.Stop,
        "{drive} in {place} has sectors of {bytes} bytes: not usable before reformatting to 512.",
        "Storage systems use the extra bytes for checksums; ordinary controllers refuse such drives.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule OffList = new(
        "DRV-SIZE",
        Family.Drive,
        Severity.Care,
        "{size} in {place}: the sheet ends at {most}; {counts}.",
        "Old sheets list what existed then; larger drives often run. The policy and what was logged decide.",
        "machine sheet, largest drive",
        Basis.Sheet
    )
    {
        LeansOn = ["/bays/0/limitTB"],
    };

    public static readonly Rule NoRate = new(
        "DRV-LINK-NONE",
        Family.Drive,
        Severity.Stop,
        "{drive} speaks {its} Gb/s, the backplane of {place} {board}: no rate in common.",
        "A link comes up at the highest rate that both ends know.",
        "machine sheet; SATA, SAS",
        Basis.Sheet
    );

    public static readonly Rule Slower = new(
        "DRV-LINK",
        Family.Drive,
        Severity.Note,
        "{drive} runs at {rate} of {most} Gb/s in {place}: {lost}.",
        "A link comes up at the highest rate that both ends know.",
        "machine sheet; SATA, SAS",
        Basis.Sheet
    );

    public static readonly Rule Worn = new(
        "DRV-WORN",
        Family.Drive,
        Severity.Care,
        "The {drive} for {place} is grade {grade}: {why}.",
        "Worn drives fail often enough to keep a spare, or to leave them out.",
        "grades of the shop: common practice, no source",
        Basis.Practice
    );

    public static readonly Rule PinThree = new(
        "DRV-PIN3",
        Family.Drive,
        Severity.Stop,
        "{drive} takes 3.3 V on pin 3 as “off”; {place} feeds it: the drive stays silent.",
        "SATA 3.3 turned that pin into a switch; older supplies and backplanes "
            + "power it. A power lead without 3.3 V, or another drive, helps.",
        "SATA 3.3, power disable; machine sheet",
        Basis.Standard
    );

    public static readonly Rule PinThreeUnknown = new(
        "DRV-PIN3-ASK",
        Family.Drive,
        Severity.Note,
        "{drive} stays silent in {place} if its plug feeds 3.3 V to pin 3: look, or try one first.",
        "SATA 3.3 turned that pin into a switch; older supplies and backplanes power it.",
        "SATA 3.3, power disable",
        Basis.Standard
    );

    public static readonly Rule NotTold = new(
        "DRV-UNKNOWN",
        Family.Drive,
        Severity.Care,
        "Whether {drive} works in {place} is not known: {what} not told.",
        "Interface, size and height must all fit; what is not known of them does not fit by itself. Its label or sheet tells them.",
        "definition: not known is not the same as right",
        Basis.Standard
    );

    private static List<string> Untold(BayGroup bay, DriveSheet drive)
    {
        var untold = new List<string>();
        if (drive.Protocol is null)
            untold.Add("its interface");
        else if (BayWiring.Of(bay.Bus, drive) is null)
            untold.Add("what the bay is wired for");
        if (drive.Form is null)
            untold.Add("the size of its case");
        // Only flat bays leave a drive of the right size outside.
        if (drive is { HeightMm: null, Form: "2.5" } && bay.HeightMm < 15)
            untold.Add("its height");
        return untold;
    }

    public static IEnumerable<Finding> Judge(PlanInput q)
    {
        foreach (var group in q.Sheet.Bays)
        foreach (var name in group.Names)
        {
            var place = Place.Bay(name);
            if (!q.IsNew(place) || q.Planned.At(place) is not { Drive: { } drive } unit)
                continue;
            if (q.BringsPart(place) && Untold(group, drive) is { Count: > 0 } untold)
                yield return Finding.Of(
                    NotTold,
                    [place],
                    null,
                    ("drive", unit.Short),
                    ("place", Stated.At(place)),
                    ("what", $"{Say.Words(untold)} {(untold.Count == 1 ? "is" : "are")}")
                );
            foreach (var finding in InBay(q, group, place, drive, unit))
                yield return finding;
        }
        foreach (var finding in M2Fit.Judge(q))
            yield return finding;
    }

    private static IEnumerable<Finding> InBay(PlanInput q, BayGroup bay, Place place, DriveSheet drive, Unit unit)
    {
        Place[] places = [place];
        var (at, name) = (("place", Stated.At(place)), ("drive", unit.Short));
        if (BayWiring.Of(bay.Bus, drive) is { } mating && mating != Mating.Works)
            yield return Finding.Of(
                NoMate,
                places,
                null,
                at,
                name,
                ("bus", bay.Bus),
                ("what", mating == Mating.NoLink ? "goes in and stays silent" : "will not go in")
            );
        else if (Rate(bay, drive, place, unit) is { } link)
            yield return link;
        if (Shape(bay, drive) is { } shape)
            yield return Finding.Of(shape, places, null, at, name, ("bay", Inches(bay.Form)), ("form", Inches(drive.Form!)));
        if (drive.HeightMm is { } height && bay.HeightMm is { } most)
        {
            if (height > most + 0.2)
                yield return Finding.Of(
                    TooHigh,
                    places,
                    Worked.Against(TooHigh.Source, ("drive", $"{Millimetres(height)} mm"), ">", ("bay", $"{Millimetres(most)} mm")),
                    at,
                    name,
                    ("height", Millimetres(height)),
                    ("most", Millimetres(most))
                );
            else if (NeedsSpacer(bay, unit))
                yield return Finding.Of(
                    Spacer,
                    places,
                    Worked.Against(Spacer.Source, ("drive", $"{Millimetres(height)} mm"), "<", ("bay", $"{Millimetres(most)} mm")),
                    at,
                    name,
                    ("height", Millimetres(height)),
                    ("most", Millimetres(most))
                );
        }
        if (drive.PowerDisable == true && bay.PowersPin3 != false)
            yield return Finding.Of(bay.PowersPin3 == true ? PinThree : PinThreeUnknown, places, null, at, name);
        if (drive.SectorBytes is (520 or 528) and var sector)
            yield return Finding.Of(
                Reformat,
                places,
                Worked.Against(Reformat.Source, ("sectors of the drive", $"{sector} bytes"), "≠", ("what controllers read", "512 bytes")),
                at,
                name,
                ("bytes", sector)
            );
        if (
            bay.LimitFor(drive) is { } limit
            && Beyond(limit, drive)
            && !MakersList.Names(q.Sheet, unit)
            && q.Evidence.ForDrive(q.Sheet.Id, q.System.Firmware, drive.Bytes!.Value / 1e12) is var track
            && PolicyTable.SeverityOf(q.Policy, track.Standing) is { } severity
        )
            yield return Finding.Of(
                OffList,
                places,
                Worked.Against(
                    OffList.Source,
                    ("drive", DiskSpace.Nominal(drive.Bytes.Value)),
                    ">",
                    ("largest on the sheet", $"{limit:0.##} TB")
                ),
                at,
                ("size", DiskSpace.Nominal(drive.Bytes.Value)),
                ("most", $"{limit:0.##} TB"),
                ("counts", track.Counts)
            ) with
            {
                Severity = severity,
            };
        if (unit.Grade is { Grade: Grade.C or Grade.Reject } grade)
            yield return Finding.Of(
                Worn,
                places,
                null,
                at,
                name,
                ("grade", grade.Grade.ToString()),
                ("why", grade.Reasons.Count > 0 ? grade.Reasons[0].Text : "worn")
            );
    }

    /// <summary>Every kind of new drive beyond its bay's list, with its evidence; the handover names them under every policy.</summary>
    public static IEnumerable<OffListPart> BeyondList(PlanInput q) =>
        from bay in q.Sheet.Bays
        where bay.LimitTB is not null || bay.Limits is not null
        from name in bay.Names
        let place = Place.Bay(name)
        let unit = q.Planned.At(place)
        where q.IsNew(place) && unit?.Drive is not null && !MakersList.Answers(q.Sheet, unit)
        let limit = bay.LimitFor(unit.Drive!)
        where Beyond(limit, unit.Drive!)
        group place by (unit.Long, Limit: limit) into same
        select new OffListPart(
            $"{same.Count()} × {same.Key.Long}",
            [.. same],
            $"sheet ends at {same.Key.Limit:0.##} TB a bay; "
                + $"{q.Evidence.ForDrive(q.Sheet.Id, q.System.Firmware, q.Planned.At(same.First())!.Drive!.Bytes!.Value / 1e12).Counts}",
            q.Policy.Support()
        );

    // A list says 4 TB and means every drive of that name.
    private static bool Beyond(double? limit, DriveSheet drive) => drive.Bytes > limit * 1.01e12;

    /// <summary>True when nothing that is known of bay and drive keeps them apart: plug, size and height.</summary>
    public static bool Suits(BayGroup bay, DriveSheet drive) =>
        BayWiring.Of(bay.Bus, drive) is null or Mating.Works
        && Shape(bay, drive) != TooLarge
        && !(drive.HeightMm > bay.HeightMm + 0.2)
        && (BayWiring.Rates(drive) is not { Count: > 0 } its || bay.LinkGbs is not { Count: > 0 } board || its.Intersect(board).Any());

    internal static bool NeedsConverter(BayGroup bay, Unit unit) => unit.Drive is { } drive && Shape(bay, drive) == Converter;

    internal static bool NeedsSpacer(BayGroup bay, Unit unit) =>
        bay is { Stance: "caddy", HeightMm: { } most } && unit.Drive?.HeightMm < most - 1;

    /// <summary>The rule that a drive's form breaks or meets with a converter; null when it fits as it is.</summary>
    private static Rule? Shape(BayGroup bay, DriveSheet drive)
    {
        // U.2 and U.3 drives have the body of a 2.5-inch one.
        static double Size(string form) =>
            form switch
            {
                "3.5" => 3.5,
                "5.25" => 5.25,
                "2.5" or "u.2" or "u.3" => 2.5,
                "m.2" or "msata" => 1,
                _ => 0,
            };
        // The long thin form has an edge and a sled of its own: nothing else goes in, and it goes nowhere else.
        if (drive.Form is not null && (IsEdge(drive.Form) || IsEdge(bay.Form)))
            return IsEdge(drive.Form) && IsEdge(bay.Form) ? null : TooLarge;
        // A card goes into a slot for cards, a small one with its frame; a module stands on its own port.
        if (drive.Form is not null && (PortMedia.IsOne(drive.Form) || PortMedia.IsOne(bay.Form)))
            return drive.Form == bay.Form ? null
                : (drive.Form, bay.Form) is (PortMedia.MicroSd, PortMedia.Sd) ? Converter
                : TooLarge;
        if (drive.Form is null || Size(bay.Form) == 0 || Size(drive.Form) == 0 || Size(bay.Form) == Size(drive.Form))
            return null;
        return Size(drive.Form) > Size(bay.Form) ? TooLarge : Converter;
    }

    private static bool IsEdge(string form) =>
        form.StartsWith("e1", StringComparison.OrdinalIgnoreCase) || form.StartsWith("e3", StringComparison.OrdinalIgnoreCase);

    private static Finding? Rate(BayGroup bay, DriveSheet drive, Place place, Unit unit)
    {
        var its = BayWiring.Rates(drive);
        if (its.Count == 0 || bay.LinkGbs is not { Count: > 0 } board)
            return null;
        var common = its.Intersect(board).ToList();
        // A backplane that names its newest rates only still speaks the SATA rate below them.
        if (common.Count == 0)
            return Finding.Of(
                NoRate,
                [place],
                Worked.Sum(
                    NoRate.Source,
                    new("rates in common", "none", true),
                    new("drive", $"{string.Join(", ", its)} Gbit/s"),
                    new("backplane", $"{string.Join(", ", board)} Gbit/s")
                ),
                ("drive", unit.Short),
                ("its", Say.Words([.. its.Select(r => r.ToString("0.#"))])),
                ("place", Stated.At(place)),
                ("board", Say.Words([.. board.Select(r => r.ToString("0.#"))]))
            );
        if (common.Max() >= its[0])
            return null;
        var reads = DriveDefaults.Reads(drive);
        var lost = Math.Max(0, 1 - (BayWiring.Carried(common.Max()) / reads.Value));
        return Finding.Of(
            Slower,
            [place],
            Worked.Sum(
                reads.Source,
                new WorkedLine("lost", $"{100 * lost:0} %", true),
                new("drive reads", $"{reads.Value}"),
                new("link carries", $"{BayWiring.Carried(common.Max())}")
            ),
            ("drive", unit.Short),
            ("rate", common.Max().ToString("0.#")),
            ("most", its[0].ToString("0.#")),
            ("place", Stated.At(place)),
            ("lost", lost < 0.005 ? "0 % lost, it is slower than that by itself" : $"{100 * lost:0} % of its reading lost")
        );
    }

    private static string Inches(string form) => form is "3.5" or "2.5" or "5.25" ? form + " inch" : form.ToUpperInvariant();

    private static string Millimetres(double mm) => mm.ToString("0.##");
}
