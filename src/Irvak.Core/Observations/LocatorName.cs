using System.Text.RegularExpressions;

namespace Irvak.Core.Observations;

/// <param name="Socket">Number of the processor from 1; null when the name does not tell.</param>
/// <param name="Channel">Channel letter; null when the name does not tell.</param>
/// <param name="Index">Slot within the channel from 1; null when the name does not tell.</param>
public sealed record LocatorParts(int? Socket, string? Channel, int? Index);

/// <summary>What the names of memory slots tell. Firmware writers follow a few habits; each row is one, with an example.</summary>
public static partial class LocatorName
{
    // Common practice, no source: patterns met in listings, most telling first. Digits count from 0 where the row says so.
    private static readonly (Regex Pattern, bool FromZero, string Example)[] Habits =
    [
        (ControllerChannelDimm(), true, "Controller0-ChannelA-DIMM0: each controller has channels of its own"),
        (SocketChannelDimm(), true, "P0 CHANNEL A DIMM 1, NODE0_CHANNEL2_DIMM0"),
        (CpuDimmLetter(), false, "CPU1_DIMM_A1, P1-DIMMA1, PROC 1 DIMM 1A"),
        (ChannelDimm(), true, "ChannelA-DIMM0, Channel A DIMM 1"),
        (DimmLetter(), false, "DIMM_A1, DIMMB2, DIMM A1"),
        (LetterDigit(), false, "A1, B2"),
        (CpuDimm(), false, "PROC 1 DIMM 3: the processor, no channel"),
    ];

    /// <summary>What the locator and bank locator of a device tell.</summary>
    public static LocatorParts Read(SeenDevice device)
    {
        foreach (var text in new[] { $"{device.Bank} {device.Locator}".Trim(), device.Locator?.Trim() ?? "" })
        foreach (var (pattern, fromZero, _) in Habits)
            if (pattern.Match(text) is { Success: true } m)
                return Parts(m, fromZero);
        return new LocatorParts(null, null, null);
    }

    /// <summary>The slot's own name: the locator, or bank and locator where the locator alone repeats.</summary>
    public static string Whole(SeenDevice device) =>
        string.Join(' ', new[] { device.Bank, device.Locator }.Where(s => !string.IsNullOrWhiteSpace(s)));

    private static LocatorParts Parts(Match m, bool fromZero)
    {
        int? Number(string group, bool shift) =>
            m.Groups[group] is { Success: true, Value: { Length: > 0 } v } ? int.Parse(v) + (shift ? 1 : 0) : null;
        var channel = m.Groups["ch"].Value.ToUpperInvariant();
        if (channel.Length > 0 && char.IsAsciiDigit(channel[0]))
            channel = ((char)('A' + Math.Min(25, int.Parse(channel)))).ToString();
        var socket = m.Groups["zero"].Success ? Number("zero", true) : Number("cpu", false);
        if (m.Groups["ctl"].Success)
            channel = $"{int.Parse(m.Groups["ctl"].Value) + 1}{channel}";
        return new LocatorParts(socket, channel.Length == 0 ? null : channel, Number("n", fromZero));
    }

    [GeneratedRegex(@"(?:^|[ _-])CONTROLLER ?(?<ctl>\d)[ _-]*CHANNEL ?(?<ch>[A-P]|\d{1,2})[ _-]*DIMM ?(?<n>\d)$", RegexOptions.IgnoreCase)]
    private static partial Regex ControllerChannelDimm();

    [GeneratedRegex(@"^(?:CPU|PROC|PROCESSOR|P) ?(?<cpu>\d)[ _-]*DIMM[ _-]?(?<n>\d{1,2})$", RegexOptions.IgnoreCase)]
    private static partial Regex CpuDimm();

    [GeneratedRegex(
        @"^(?:P|NODE|CPU ?|SOCKET ?)(?<zero>\d)[ _-]*CHANNEL ?(?<ch>[A-Z]|\d{1,2})[ _-]*DIMM ?(?<n>\d)$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex SocketChannelDimm();

    [GeneratedRegex(@"(?:CPU|PROC|P) ?(?<cpu>\d)[ _-]*DIMM[ _-]?(?:(?<ch>[A-P])(?<n>\d)?|\d{1,2}(?<ch>[A-P]))$", RegexOptions.IgnoreCase)]
    private static partial Regex CpuDimmLetter();

    [GeneratedRegex(@"CHANNEL ?(?<ch>[A-P])[ _-]*DIMM ?(?<n>\d)$", RegexOptions.IgnoreCase)]
    private static partial Regex ChannelDimm();

    [GeneratedRegex(@"^(?:.*[^A-Z0-9])?(?:SO)?DIMM[ _-]?(?<ch>[A-P])(?<n>\d)?$", RegexOptions.IgnoreCase)]
    private static partial Regex DimmLetter();

    [GeneratedRegex(@"^(?:.* )?(?<ch>[A-P])(?<n>\d)$", RegexOptions.IgnoreCase)]
    private static partial Regex LetterDigit();
}
