using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Sheets;

namespace Irvak.Core.Shelf;

/// <summary>Reads a card as it is spoken of: "8-port SAS HBA PCIe 3.0 x8", "2-port SATA card x1", "dual 10GbE network card".</summary>
public static partial class CardText
{
    private const int LongestName = 60;

    /// <summary>
    /// True for words that name a card and no drive. A size beside words of a drive is a drive, whatever else stands there ("1.6 TB NVMe
    /// add-in card", "4 TB SAS disk, 2-port"); cards for cameras are drives.
    /// </summary>
    public static bool IsCard(string text) =>
        !MediaCard().IsMatch(text)
        && (
            PartText.Size().IsMatch(text)
                ? Named().IsMatch(text) && !Drives().IsMatch(text)
                : Named().IsMatch(text) || Hinted().IsMatch(text)
        );

    public static PartReading Read(string text, string? maker, string? partNumber)
    {
        var controller = Storage().IsMatch(text) && !PartText.Usb().IsMatch(text);
        var network = NetworkWords().IsMatch(text);
        var missing = new List<string>();
        var elec = Number(PartText.LanesOf(), text, "w");
        var gen = Number(PartText.Gen(), text, "g");
        // A card for the old bus has neither.
        var old = elec is null && gen is null && Conventional().IsMatch(text);
        if (elec is null && !old)
            missing.Add("lanes");
        if (gen is null && !old)
            missing.Add("generation");
        var ports = Number(Ports(), text, "n")
            ?? (
                Dual().IsMatch(text) ? 2
                : Quad().IsMatch(text) ? 4
                : null
            );
        if (ports is null && (controller || network))
            missing.Add("ports");
        List<DriveProtocol> protocols =
        [
            .. new[] { (PartText.Sas(), DriveProtocol.Sas), (Sata(), DriveProtocol.Sata), (PartText.Nvme(), DriveProtocol.Nvme) }
                .Where(p => p.Item1.IsMatch(text))
                .Select(p => p.Item2),
        ];
        // A SAS port takes SATA drives too (SPL-4).
        if (protocols.Contains(DriveProtocol.Sas) && !protocols.Contains(DriveProtocol.Sata))
            protocols.Add(DriveProtocol.Sata);
        var rates = Rates()
            .Matches(text)
            .Select(m => double.Parse(m.Groups["n"].Value.Replace(',', '.'), CultureInfo.InvariantCulture))
            .Distinct()
            .ToList();
        var card = new CardSheet
        {
            Maker = maker,
            Name = partNumber ?? (text.Length > LongestName ? text[..LongestName].TrimEnd() : text),
            Role =
                controller ? CardRole.Controller
                : network ? CardRole.Network
                : Carrier().IsMatch(text) ? CardRole.Carrier
                : Graphics().IsMatch(text) ? CardRole.Graphics
                : CardRole.Other,
            Elec = elec,
            Gen = gen,
            Bus =
                old ? CardBus.Pci
                : elec is not null || gen is not null || Express().IsMatch(text) ? CardBus.Pcie
                : null,
            Controller = controller
                ? new ControllerSheet
                {
                    Class = Hba().IsMatch(text) ? "host-adapter" : null,
                    Protocols = protocols,
                    LinkGbs = [.. rates.Where(r => r is 1.5 or 3 or 6 or 12 or 24)],
                    InnerPorts = Outer().IsMatch(text) ? null : ports,
                    OuterPorts = Outer().IsMatch(text) ? ports : null,
                }
                : null,
            Network = network && !controller && ports is { } n && rates.Count > 0 ? new NetworkSheet(n, [rates.Max()]) : null,
        };
        return new(new ShelfPart { Id = "", Card = card }, 1, missing, [], null);
    }

    private static int? Number(Regex what, string text, string group) =>
        what.Match(text) is { Success: true } m ? int.Parse(m.Groups[group].Value, CultureInfo.InvariantCulture) : null;

    [GeneratedRegex(@"\b(?:micro-?sd|sd|cf|compact ?flash|memory)\s+cards?\b", RegexOptions.IgnoreCase)]
    private static partial Regex MediaCard();

    [GeneratedRegex(@"\b(?:hba|controller|cards?|carrier|nic|graphics|gpu|(?:host|network|pcie) adapter)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Named();

    [GeneratedRegex(@"\b(?:network|ethernet|raid)\b|\b\d{1,2}[ -]?ports?\b", RegexOptions.IgnoreCase)]
    private static partial Regex Hinted();

    [GeneratedRegex(@"\b(?:ssd|nvme|flash|hdd|disks?|drives?)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Drives();

    [GeneratedRegex(@"\b(?:hba|raid|sas|e?sata|controller)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Storage();

    [GeneratedRegex(@"\bPCI\b(?!\s*-?\s*(?:e|x|express)\b)", RegexOptions.IgnoreCase)]
    private static partial Regex Conventional();

    [GeneratedRegex(@"\bPCI\s*-?\s*(?:e|express)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Express();

    [GeneratedRegex(@"\b(?:nic|network|ethernet|sfp\+?|sfp28|qsfp\+?|\d+(?:[.,]5)?gbe)(?!\w)", RegexOptions.IgnoreCase)]
    private static partial Regex NetworkWords();

    [GeneratedRegex(@"\b(?:carrier|m\.?2 adapter)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Carrier();

    [GeneratedRegex(@"\b(?:graphics|gpu)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Graphics();

    [GeneratedRegex(@"\bhba\b|\bhost adapter\b", RegexOptions.IgnoreCase)]
    private static partial Regex Hba();

    [GeneratedRegex(@"\b(?:external|esata|\d{1,2}e)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Outer();

    [GeneratedRegex(@"\b(?<n>\d{1,2})[ -]?(?:ports?\b|[ie]\b)", RegexOptions.IgnoreCase)]
    private static partial Regex Ports();

    [GeneratedRegex(@"\bdual\b", RegexOptions.IgnoreCase)]
    private static partial Regex Dual();

    [GeneratedRegex(@"\bquad\b", RegexOptions.IgnoreCase)]
    private static partial Regex Quad();

    [GeneratedRegex(@"\be?sata\b", RegexOptions.IgnoreCase)]
    private static partial Regex Sata();

    [GeneratedRegex(@"(?<![\w.,])(?<n>\d{1,3}(?:[.,]5)?)\s*(?:g(?:b(?:it)?)?/s|gbit|gbe|gbps|g)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Rates();
}
