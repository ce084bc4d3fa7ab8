using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Core.Shelf;

/// <summary>What a line about a part was read as.</summary>
/// <param name="Part">The part; null when nothing was understood.</param>
/// <param name="Count">Pieces named: 2 for a kit written "2 × 16".</param>
/// <param name="Missing">What the line does not say, in words.</param>
/// <param name="Remarks">What was read with a grain of salt.</param>
/// <param name="Problem">Why it can't be right; null when it can.</param>
public sealed record PartReading(ShelfPart? Part, int Count, IReadOnlyList<string> Missing, IReadOnlyList<string> Remarks, string? Problem);

/// <summary>
/// Reads a label or a price-list line into a part: memory labels (JEDEC 21-C) and drives as they are spoken of, "4 TB SAS 3.5
/// 7200", "960 GB SATA SSD 2.5", "1 TB NVMe M.2 2280".
/// </summary>
public static partial class PartText
{
    /// <param name="partNumber">The maker's number, when the line gives one apart.</param>
    public static PartReading Read(string? text, string? maker = null, string? partNumber = null)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length == 0)
            return new(null, 1, [], [], "There is nothing to read.");
        if (CardText.IsCard(typed) && !MemoryWords().IsMatch(typed))
            return CardText.Read(typed, maker, partNumber);
        // A drive names its protocol or its kind; a module never does.
        if (DriveWords().IsMatch(typed) && !MemoryWords().IsMatch(typed))
            return Drive(typed, maker, partNumber);
        var label = ModuleLabel.Read(typed);
        if (!label.IsLabel || label.Module.CapacityMiB is null && label.Module.Generation is null)
            return new(
                null,
                1,
                [],
                [],
                $"“{(typed.Length > 60 ? typed[..60] + "…" : typed)}” is no memory label "
                    + "and names no drive: write “16 GB 2Rx4 PC4-2400T-R” or “4 TB SAS 3.5”."
            );
        var module = label.Module with { Maker = maker, PartNumber = partNumber };
        return new(new ShelfPart { Id = "", Module = module }, label.Count, label.Missing, label.Remarks, label.Problem);
    }

    private static PartReading Drive(string text, string? maker, string? model)
    {
        var missing = new List<string>();
        var nvme = Nvme().IsMatch(text);
        DriveProtocol? protocol =
            nvme ? DriveProtocol.Nvme
            : Sas().IsMatch(text) ? DriveProtocol.Sas
            : Sata().IsMatch(text) ? DriveProtocol.Sata
            // Slots for cards on a board mostly hang on USB.
            : Usb().IsMatch(text) || Stick().IsMatch(text) ? DriveProtocol.Usb
            : null;
        var rpm = Rpm().Match(text) is { Success: true } r ? Turns(r.Groups["n"].Value, r.Groups["k"].Success) : (int?)null;
        DriveMedia? media =
            nvme || Stick().IsMatch(text) || SataModule().IsMatch(text) || Flash().IsMatch(text) ? DriveMedia.Flash
            : rpm is > 0 || Disk().IsMatch(text) ? DriveMedia.Disk
            : null;
        var form =
            Msata().IsMatch(text) ? "msata"
            : MicroSd().IsMatch(text) ? PortMedia.MicroSd
            : SdCard().IsMatch(text) ? PortMedia.Sd
            : Usb().IsMatch(text) && Stick().IsMatch(text) ? PortMedia.Usb
            : SataModule().IsMatch(text) ? PortMedia.SataModule
            : M2().IsMatch(text) ? "m.2"
            : U2().Match(text) is { Success: true } u ? u.Value.ToLowerInvariant().Replace("u2", "u.2").Replace("u3", "u.3")
            : Form().Match(text) is { Success: true } f ? f.Groups["f"].Value.Replace(',', '.')
            : null;
        var bytes = Bytes(text);
        if (bytes is null)
            missing.Add("size");
        if (protocol is null)
            missing.Add("SATA, SAS or NVMe");
        if (form is null && protocol != DriveProtocol.Usb)
            missing.Add("size of its case");
        var drive = new DriveSheet
        {
            Maker = maker,
            Model = model,
            Media = media ?? (protocol == DriveProtocol.Sas && rpm is null ? null : media),
            Protocol = protocol,
            Form = form,
            Bytes = bytes,
            Rpm = media == DriveMedia.Flash ? 0 : rpm,
            HeightMm = Height().Match(text) is { Success: true } h
                ? double.Parse(h.Groups["h"].Value.Replace(',', '.'), CultureInfo.InvariantCulture)
                : null,
            LengthMm = Length().Match(text) is { Success: true } l ? int.Parse(l.Groups["l"].Value, CultureInfo.InvariantCulture) : null,
            Gen = Gen().Match(text) is { Success: true } g ? int.Parse(g.Groups["g"].Value, CultureInfo.InvariantCulture) : null,
            Lanes =
                nvme && LanesOf().Match(text) is { Success: true } w ? int.Parse(w.Groups["w"].Value, CultureInfo.InvariantCulture) : null,
            SectorBytes = FourK().IsMatch(text) ? 4096 : null,
        };
        return new(new ShelfPart { Id = "", Drive = drive }, 1, missing, [], null);
    }

    private static int? Turns(string digits, bool thousands) =>
        double.TryParse(digits.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var n)
            ? (int)(thousands ? n * 1000 : n)
            : null;

    private static long? Bytes(string text)
    {
        if (
            Size().Match(text) is not { Success: true } m
            || !double.TryParse(m.Groups["n"].Value.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var n)
        )
            return null;
        var bytes = n * (char.ToUpperInvariant(m.Groups["u"].Value[0]) == 'T' ? 1e12 : 1e9);
        return bytes is >= 1e9 and <= 1e15 ? Sectors(bytes) : null;
    }

    /// <summary>
    /// Bytes of a nominal capacity as drives really have them. From 50 GB to 8 TB: sectors = 97 696 368 + 1 953 504 × (GB − 50), of
    /// 512 bytes (IDEMA LBA1-03). Above: the next multiple of 2²¹ sectors (SFF-8447). Smaller ones are taken as written.
    /// </summary>
    internal static long Sectors(double bytes)
    {
        var gb = bytes / 1e9;
        if (gb > 8000)
            return (long)Math.Ceiling(bytes / 512 / 2_097_152) * 2_097_152 * 512;
        return gb >= 50 && Math.Abs(gb - Math.Round(gb)) < 1e-9
            ? (97_696_368L + 1_953_504L * ((long)Math.Round(gb) - 50)) * 512
            : (long)bytes;
    }

    [GeneratedRegex(
        @"\b(?:sas|m?sata|nvme|ssd|hdd|usb|stick|micro-?sd|sd card|m\.?2|u\.?[23]|hard disk|pcie ssd)\b|\b\d+(?:[.,]\d+)?\s*TB?\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex DriveWords();

    [GeneratedRegex(@"ddr[2-5]|\bpc[2-5]l?-|dimm|\d\s*rx?\s*\d{1,2}\b", RegexOptions.IgnoreCase)]
    private static partial Regex MemoryWords();

    [GeneratedRegex(@"\busb\b", RegexOptions.IgnoreCase)]
    internal static partial Regex Usb();

    [GeneratedRegex(@"\b(?:stick|micro-?sd|sd card)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Stick();

    [GeneratedRegex(@"\bmicro-?sd\b", RegexOptions.IgnoreCase)]
    private static partial Regex MicroSd();

    [GeneratedRegex(@"\bsd card\b", RegexOptions.IgnoreCase)]
    private static partial Regex SdCard();

    [GeneratedRegex(@"\bsata[ -](?:dom|module)\b", RegexOptions.IgnoreCase)]
    private static partial Regex SataModule();

    [GeneratedRegex(@"\b(?:gen(?:eration)?|pcie)\s*-?(?<g>[1-6])(?:\.0)?\b", RegexOptions.IgnoreCase)]
    internal static partial Regex Gen();

    [GeneratedRegex(@"(?<![\w])[x×](?<w>1|2|4|8|16)\b", RegexOptions.IgnoreCase)]
    internal static partial Regex LanesOf();

    [GeneratedRegex(@"\bnvme\b", RegexOptions.IgnoreCase)]
    internal static partial Regex Nvme();

    [GeneratedRegex(@"\bsas\b", RegexOptions.IgnoreCase)]
    internal static partial Regex Sas();

    [GeneratedRegex(@"\bmsata\b", RegexOptions.IgnoreCase)]
    private static partial Regex Msata();

    // The small card speaks SATA over its own edge (SATA 3.1, mSATA).
    [GeneratedRegex(@"\bm?sata\b", RegexOptions.IgnoreCase)]
    private static partial Regex Sata();

    [GeneratedRegex(@"\b(?:ssd|flash)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Flash();

    [GeneratedRegex(@"\b(?:hdd|hard disk|disk)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Disk();

    [GeneratedRegex(@"\bm\.?2\b", RegexOptions.IgnoreCase)]
    private static partial Regex M2();

    [GeneratedRegex(@"\bu\.?[23]\b", RegexOptions.IgnoreCase)]
    private static partial Regex U2();

    [GeneratedRegex(@"(?<![\d.,])(?<f>[23][.,]5)(?![\d])(?!\s*T)", RegexOptions.IgnoreCase)]
    private static partial Regex Form();

    [GeneratedRegex(@"\b22(?<l>30|42|60|80|110)\b")]
    private static partial Regex Length();

    // Heights that drives are made in (SFF-8201, SFF-8301).
    [GeneratedRegex(@"(?<![\d.,])(?<h>5|7|9[.,]5|12[.,]5|15|19|20|26[.,]1)\s*mm\b", RegexOptions.IgnoreCase)]
    private static partial Regex Height();

    [GeneratedRegex(@"\b4kn\b", RegexOptions.IgnoreCase)]
    private static partial Regex FourK();

    [GeneratedRegex(@"\b(?<n>\d{1,2}(?:[.,]\d)?)(?<k>k)\s*(?:rpm)?\b|\b(?<n>5400|5900|7200|10000|10500|15000)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Rpm();

    // A link's rate is no size: "12 Gb/s", and the "12G" of a port.
    [GeneratedRegex(
        @"(?<![\w.,])(?!(?:1[.,]5|3|6|12|22[.,]5|24)\s?G\b)(?<n>\d+(?:[.,]\d+)?)\s*(?<u>[TG])B?\b(?!\s?/\s?s|it)",
        RegexOptions.IgnoreCase
    )]
    internal static partial Regex Size();
}
