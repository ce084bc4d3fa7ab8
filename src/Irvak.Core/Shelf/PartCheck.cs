using Irvak.Core.Contracts;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Core.Shelf;

/// <summary>What is wrong with a part sheet, each with its path; empty when it can be put on the shelf.</summary>
public static class PartCheck
{
    private static readonly string[] Levels = ["0", "1", "1E", "10", "5", "50", "6", "60"];

    public static IReadOnlyList<SheetProblem> Check(ShelfPart part) => Contracts.Contract.With(part, () => Own(part));

    private static List<SheetProblem> Own(ShelfPart part)
    {
        var problems = new Problems();
        Any(part, problems);
        if (part.Module is { } m)
            Module(m, problems);
        if (part.Drive is { } d)
            Drive(d, problems);
        if (part.Card is { } c)
            Card(c, problems);
        if (part.Processor is { } p)
            problems.Wrong(string.IsNullOrWhiteSpace(p.Name), "/processor/name", "A processor needs a name.");
        if (part.Accessory is { } a)
            problems.Wrong(string.IsNullOrWhiteSpace(a.Name), "/accessory/name", "A thing needs a name.");
        return problems;
    }

    private sealed class Problems : List<SheetProblem>
    {
        public void Wrong(bool wrong, string path, string text)
        {
            if (wrong)
                Add(new(path, text));
        }
    }

    private static void Any(ShelfPart part, Problems problems)
    {
        problems.Wrong(
            part.Format != ShelfPart.CurrentFormat,
            "/format",
            $"This part says \"{part.Format}\"; only {ShelfPart.CurrentFormat} is read here."
        );
        problems.Wrong(
            part.Id.Length is 0 or > 60 || part.Id.Any(c => !char.IsAsciiLetterOrDigit(c) && c is not ('-' or '.' or '_')),
            "/id",
            "A part has a short name of letters, digits and dashes, at most 60."
        );
        var kinds = new object?[] { part.Module, part.Processor, part.Drive, part.Card, part.Accessory }.Count(k => k is not null);
        problems.Wrong(
            kinds != 1,
            "/",
            kinds == 0
                ? "Say what it is: a module, processor, drive, card or accessory."
                : "A part is one thing: module, processor, drive, card or accessory."
        );
        problems.Wrong(part.InStock is < 0 or > 100_000, "/inStock", "Pieces in stock are 0 to 100 000.");
        problems.Wrong(part.PriceEur is < 0 or > 1_000_000, "/priceEur", "A price is zero or more.");
        problems.Wrong(part.LiesIn?.Length > 60, "/liesIn", "Where it lies is said in at most 60 characters.");
    }

    private static void Module(ModuleSheet m, Problems problems)
    {
        problems.Wrong(m.CapacityMiB is <= 0 or > 4_194_304, "/module/capacityMiB", "A module has between 1 MiB and 4 TiB.");
        problems.Wrong(m.RateMTs is < 100 or > 20_000, "/module/rateMTs", "A rate lies between 100 and 20 000 MT/s.");
        problems.Wrong(m.Ranks is < 1 or > 16, "/module/ranks", "A module has 1 to 16 ranks.");
        if (ModuleLabel.Plausible(m) is { } doubt)
            problems.Add(new("/module", doubt));
    }

    private static void Drive(DriveSheet d, Problems problems)
    {
        problems.Wrong(d.Bytes is <= 0 or > 1_000_000_000_000_000, "/drive/bytes", "A drive has between one byte and one petabyte.");
        problems.Wrong(
            d.Form is { } form && !DriveSheet.Forms.Contains(form),
            "/drive/form",
            $"The case of a drive is {string.Join(", ", DriveSheet.Forms)}."
        );
        problems.Wrong(d.Rpm is < 0 or > 20_000, "/drive/rpm", "A disk turns at most 20 000 times a minute.");
        problems.Wrong(
            d is { Protocol: DriveProtocol.Nvme, Media: DriveMedia.Disk },
            "/drive/protocol",
            "A turning disk with NVMe is not known to exist."
        );
        problems.Wrong(d is { Media: DriveMedia.Flash, Rpm: > 0 }, "/drive/rpm", "Flash does not turn.");
    }

    private static void Card(CardSheet c, Problems problems)
    {
        problems.Wrong(string.IsNullOrWhiteSpace(c.Name), "/card/name", "A card needs a name.");
        problems.Wrong(c.Watt is < 0 or > 1_000, "/card/watt", "A card draws 0 to 1000 W.");
        problems.Wrong(c.Gen is < 0 or > 6, "/card/gen", "A generation of PCI Express is 1 to 6; 0 for another bus.");
        problems.Wrong(
            c.Endpoints is { } ends && (ends.Count is 0 or > 16 || ends.Any(e => e is < 1 or > 16)),
            "/card/endpoints",
            "A carrier has 1 to 16 devices of 1 to 16 lanes."
        );
        problems.Wrong(c.PlaceForm is not (null or "m.2" or "e1.s" or "u.2"), "/card/placeForm", "A carrier takes m.2, e1.s or u.2.");
        problems.Wrong(
            c.Controller is { KeyLevels: { } locked, Levels: var levels } && locked.Except(levels).Any(),
            "/card/controller/keyLevels",
            "A level behind a key is one of its levels."
        );
        problems.Wrong(
            c.Controller?.Levels.Any(l => !Levels.Contains(l)) == true,
            "/card/controller/levels",
            $"A controller makes levels {string.Join(", ", Levels)}, or none."
        );
        problems.Wrong(
            c.Controller is { CacheOnModule: true, CacheMiB: null or 0 },
            "/card/controller/cacheOnModule",
            "A cache on a module has a size."
        );
        problems.Wrong(c.LanePitch is < 1 or > 16, "/card/lanePitch", "From one device to the next lie 1 to 16 lanes.");
        problems.Wrong(c.Elec > c.Mech, "/card/elec", "A card can't use more lanes than its edge has.");
        problems.Wrong(c.Thick is < 1 or > 4, "/card/thick", "A card covers 1 to 4 slots.");
    }

    /// <summary>A short name for a part that has none: "ek-n4", "rdimm-16-2400".</summary>
    public static string IdFor(ShelfPart part, Func<string, bool> taken)
    {
        var basis = part.Drive?.Model ?? part.Module?.PartNumber ?? part.ShortName();
        var plain = new string([.. basis.ToLowerInvariant().Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-')]).Trim('-');
        while (plain.Contains("--", StringComparison.Ordinal))
            plain = plain.Replace("--", "-", StringComparison.Ordinal);
        plain = plain.Length == 0 ? "part" : plain[..Math.Min(48, plain.Length)];
        if (!taken(plain))
            return plain;
        for (var n = 2; ; n++)
            if (!taken($"{plain}-{n}"))
                return $"{plain}-{n}";
    }
}
