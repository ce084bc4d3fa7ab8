using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>What a full label of JEDEC standard 21-C says beyond size, ranks, rate and type. Null where it does not.</summary>
/// <param name="Bin">Letters of the speed bin (DDR4) or grade (DDR5).</param>
/// <param name="Latencies">DDR2: CL, tRCD and tRP as three digits; DDR3: CL.</param>
/// <param name="RawCard">Letters of the circuit board's layout.</param>
/// <param name="CardRevision">Its revision.</param>
/// <param name="SpdRevision">Revision of the chip's contents: 11 is 1.1; DDR5 prints base and module.</param>
/// <param name="Temperature">DDR5: XT or NT.</param>
/// <param name="Tail">What the maker added; kept, never judged.</param>
/// <param name="DualDie">Two dies in a package with a load each: D in the ranks.</param>
public sealed partial record LabelDetails(
    string? Bin = null,
    string? Latencies = null,
    string? RawCard = null,
    string? CardRevision = null,
    string? SpdRevision = null,
    string? Temperature = null,
    string? Tail = null,
    bool DualDie = false
)
{
    public static LabelDetails Of(string label, MemoryGeneration? generation, string? bin, bool dualDie)
    {
        var m = generation switch
        {
            MemoryGeneration.Ddr2 or MemoryGeneration.Ddr3 => Older().Match(label),
            MemoryGeneration.Ddr4 or MemoryGeneration.Ddr5 => Newer().Match(label),
            _ => Match.Empty,
        };
        string? Of(string name) =>
            m.Groups[name] is { Success: true, Length: > 0 } g ? g.Value.ToUpper(CultureInfo.InvariantCulture) : null;
        var tail = m.Groups["tail"] is { Success: true, Length: > 0 } t ? t.Value : null;
        return new LabelDetails(bin, Of("cl"), Of("raw"), Of("rev"), Of("spd"), Of("temp"), tail, dualDie);
    }

    /// <summary>Revision of the chip's contents as people say it: "1.1".</summary>
    public string? SpdWords =>
        SpdRevision switch
        {
            [var a, var b] => $"{a}.{b}",
            [var a, var b, var c, var d] => $"{a}.{b}, module {c}.{d}",
            _ => null,
        };

    [GeneratedRegex(
        @"\d{4,5}[A-Z]{1,2}-(?<cl>\d{1,3})-(?<spd>\d{2})(?:-(?<raw>[A-Z]{1,2})(?<rev>\d))?(?:-(?<tail>\S+))?",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Older();

    [GeneratedRegex(
        @"\d{4}[A-Z]{1,2}-[A-Z](?<raw>[A-Z]{1,2})(?<rev>\d)-(?<spd>\d{4}|\d{2})(?:-(?<temp>XT|NT)\b)?(?:-(?<tail>\S+))?",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Newer();
}
