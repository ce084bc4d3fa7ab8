using System.Text.RegularExpressions;
using Irvak.Core.Contracts;
using Irvak.Core.Quantities;

namespace Irvak.Core.Sheets;

/// <summary>
/// The words a part is found by, as people type them: "16g 2rx4 2400 reg", "4t sas 3.5". A typed word finds a part when it
/// begins one of the part's words.
/// </summary>
public static partial class ShelfWords
{
    /// <summary>All words of a part in lower case, with single spaces.</summary>
    public static string Of(ShelfPart part)
    {
        var words = new List<string?> { part.Id, part.KindOf(), part.LiesIn };
        if (part.Module is { } module)
            Add(words, module);
        if (part.Drive is { } drive)
            Add(words, drive);
        if (part.Processor is { } processor)
            words.AddRange([processor.Maker, processor.Name, processor.Socket, "cpu", processor.Cores is { } c ? $"{c}c" : null]);
        if (part.Card is { } card)
            Add(words, card);
        if (part.Accessory is { } thing)
            words.AddRange([thing.Maker, thing.Name, thing.Opens, .. thing.For, .. thing.Ends]);
        // What the shelf prints of a part finds it again.
        words.AddRange([part.LongName(), part.ShortName()]);
        return string.Join(' ', words.Where(w => !string.IsNullOrWhiteSpace(w)).SelectMany(w => Cut(w!)).Distinct());
    }

    /// <summary>The words of a query; at most twelve, so that a pasted page asks for nothing absurd.</summary>
    public static IReadOnlyList<string> Typed(string? query) =>
        [.. Cut(query ?? "").Where(w => w.Length is > 0 and <= 60).Distinct().Take(12)];

    // "16 gb" and "16gb" are one word: the shelf prints the first, and people type either.
    /// <summary>The words of a text, in lower case.</summary>
    public static string[] Cut(string text) =>
        Unit()
            .Replace(text.ToLowerInvariant(), "$1$2")
            .Split([' ', ',', ';', '/', '\t', '\n', '\r', '(', ')', '"', '\''], StringSplitOptions.RemoveEmptyEntries);

    [GeneratedRegex(@"(?<![\w.])(\d+(?:[.,]\d+)?)\s+(gi?b|ti?b|mi?b|g|t|w|mm|mt)(?![\w])")]
    private static partial Regex Unit();

    private static void Add(List<string?> words, ModuleSheet m)
    {
        words.AddRange([m.Maker, m.PartNumber, "memory", "ram"]);
        if (m.CapacityMiB is { } c)
            words.AddRange(c % 1024 == 0 ? [$"{c / 1024}gb", $"{c / 1024}gib"] : [$"{c}mb"]);
        if (m.RateMTs is { } r)
            words.Add($"{r}");
        if (m.Generation is { } g)
            words.AddRange([g.Name() + (m.RateMTs is { } gr ? $"-{gr}" : ""), "pc" + g.Name()[3..]]);
        if (m.Form is { } f)
            words.AddRange(f == ModuleForm.SoDimm ? ["sodimm", "so-dimm", "laptop"] : ["dimm"]);
        if (m.Type is { } t)
            words.AddRange(
                t switch
                {
                    ModuleType.Registered => ["registered", "rdimm", "ecc"],
                    ModuleType.FullyBuffered => ["fb", "fully-buffered", "fbdimm", "ecc"],
                    ModuleType.LoadReduced => ["lr", "load-reduced", "lrdimm", "ecc"],
                    ModuleType.UnbufferedEcc => ["unbuffered", "udimm", "ecc", "e"],
                    _ => ["unbuffered", "udimm", "non-ecc"],
                }
            );
        if (m is { Ranks: { } ranks, DeviceWidth: { } width })
            words.Add($"{ranks}rx{width}");
    }

    private static void Add(List<string?> words, DriveSheet d)
    {
        words.AddRange([d.Maker, d.Model, d.Protocol?.Name(), d.Class, d.Key is { } k ? k + "-key" : null]);
        // One whose case nobody told may have any: it is found by each, and listed behind those that surely do.
        words.AddRange(d.Form is { } form ? [form] : DriveSheet.Forms);
        if (d.Form is "3.5" or "2.5")
            words.AddRange([d.Form + "in", d.Form + "-inch"]);
        if (d.Media == DriveMedia.Flash)
            words.AddRange(["ssd", "flash"]);
        if (d.Media == DriveMedia.Disk)
            words.AddRange(["hdd", "disk"]);
        if (d.Rpm is > 0 and var rpm)
            words.AddRange([$"{rpm}rpm", $"{rpm}", (rpm / 1000.0).ToString("0.#") + "k"]);
        if (d.LengthMm is { } length)
            words.Add($"22{length}");
        if (d.SectorBytes is 4096)
            words.Add("4kn");
        if (d.LinkGbs is { } link)
            words.Add(link.ToString("0.#") + "g-link");
        if (d.Bytes is not { } b)
            return;
        words.Add(DiskSpace.Nominal(b).Replace(" ", ""));
        if (b >= 1_000_000_000_000)
            words.Add($"{b / 1_000_000_000}gb");
    }

    private static void Add(List<string?> words, CardSheet card)
    {
        words.AddRange([card.Maker, card.Name, "card", card.Role.ToString(), WrittenName.Of(card.Bus ?? CardBus.Pcie)]);
        if (card.Elec is > 0 and var lanes)
            words.AddRange([$"x{lanes}", card.Gen is { } g ? $"gen{g}" : null]);
        if (card.Height is { } height)
            words.Add(height + "-height");
        if (card.Controller is { } c)
            words.AddRange([
                c.Class,
                c.Class?.Contains("raid", StringComparison.Ordinal) == true ? "raid" : "hba",
                c.Connector,
                c.CacheMiB is { } cache ? $"{cache / 1024}gb-cache" : null,
                .. c.Levels.Select(l => "raid" + l),
                .. c.Protocols.Select(p => p.Name()),
                c.InnerPorts is { } inner ? $"{inner}-port" : null,
            ]);
        if (card.Network is not { } n)
            return;
        words.AddRange(["nic", "network", n.Socket, .. n.RatesGbs.Select(r => r.ToString("0.#") + "gb")]);
        words.Add($"{n.Ports}-port");
    }
}
