using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>What a module's label says.</summary>
/// <param name="Module">What could be read; unknown fields are null.</param>
/// <param name="Count">Modules named: 2 for a kit written "2 × 16".</param>
/// <param name="Missing">What the label does not say, in words.</param>
/// <param name="Remarks">What was read with a grain of salt.</param>
/// <param name="Problem">Why the label can't be right; null when it can.</param>
/// <param name="MilliVolt">Supply voltage in mV; null when the generation is not known.</param>
/// <param name="CasLatency">Latency in clocks by label or bin letter; null when not told.</param>
/// <param name="Details">What a full label says beyond the module's own figures.</param>
public sealed record LabelReading(
    ModuleSheet Module,
    int Count,
    IReadOnlyList<string> Missing,
    IReadOnlyList<string> Remarks,
    string? Problem,
    int? MilliVolt,
    int? CasLatency,
    LabelDetails Details
)
{
    /// <summary>True when at least size or rate was read.</summary>
    public bool IsLabel => Module.CapacityMiB is not null || Module.RateMTs is not null;
}

/// <summary>
/// Reads the label of a memory module (JEDEC standard 21-C, module label), and what people type of it: lower case, spaces
/// missing, "PC3 12800 E", "2rx8", only "12800E".
/// </summary>
public static partial class ModuleLabel
{
    /// <summary>Longest text that is looked at.</summary>
    public const int MostLength = 400;

    /// <summary>Reads one label; never throws on what people type.</summary>
    public static LabelReading Read(string? text)
    {
        var typed = (text ?? "").Trim();
        var remarks = new List<string>();
        if (typed.Length > MostLength)
        {
            typed = typed[..MostLength];
            remarks.Add($"Only the first {MostLength} characters were looked at.");
        }
        var plain = typed.Replace('×', 'x').Replace('–', '-');
        var (count, capacity) = Size(plain);
        // Soldered memory shares digits with modules, and no slot takes it.
        var soldered = Soldered().IsMatch(plain);
        var generation = soldered ? null : Generation(plain);
        var (ranks, width, stack, stacked) = Ranks(plain);
        var speed = soldered ? new(null, null, null, null, null) : Speed(plain, generation, remarks);
        generation ??= speed.Generation;
        var letter = speed.Letter ?? Words(plain);
        var (type, form) = TypeOf(letter, generation);
        if (SoDimm().IsMatch(plain))
            form = ModuleForm.SoDimm;
        if (Ecc().IsMatch(plain))
            type = WithEcc(plain, type, form, letter, remarks);
        var volt = Volt(plain, generation);
        if (letter is "F" or "P" && generation == MemoryGeneration.Ddr2)
            remarks.Add(letter == "F" ? "F: fully buffered, a kind of its own that mixes with nothing." : "P: registered with parity.");
        if (generation is null && OtherStandard().IsMatch(plain))
            remarks.Add("This names memory of another standard (before DDR2, or soldered); such modules are not read here.");
        var module = new ModuleSheet
        {
            Generation = generation,
            Form = form,
            Type = type,
            CapacityMiB = capacity,
            Ranks = ranks,
            DeviceWidth = width,
            RateMTs = speed.Rate,
            Stack = stack,
            MilliVolt = volt,
        };
        if (stacked is { } s)
            remarks.Add(s);
        var latency = Latency(plain, generation, speed);
        return new LabelReading(
            module,
            count,
            Missing(module),
            remarks,
            Problem(module, speed, generation, latency),
            volt,
            latency,
            LabelDetails.Of(plain, generation, speed.Bin, stacked is not null && stack is null)
        );
    }

    private static (int Count, int? MiB) Size(string text)
    {
        var m = Kit().Match(text);
        if (m.Success && int.TryParse(m.Groups["n"].Value, out var n) && n is >= 2 and <= 16)
            return (n, Mib(m.Groups["size"].Value, m.Groups["unit"].Value));
        m = Capacity().Match(text);
        return (1, m.Success ? Mib(m.Groups["size"].Value, m.Groups["unit"].Value) : null);
    }

    private static int? Mib(string size, string unit)
    {
        if (!int.TryParse(size, NumberStyles.None, CultureInfo.InvariantCulture, out var n) || n is < 1 or > 4_194_304)
            return null;
        var mib = unit.StartsWith("m", StringComparison.OrdinalIgnoreCase) ? n : (long)n * 1024;
        return mib <= 4_194_304 ? (int)mib : null;
    }

    private static MemoryGeneration? Generation(string text)
    {
        var m = GenerationWord().Match(text);
        return !m.Success
            ? null
            : m.Groups["g"].Value switch
            {
                "2" => MemoryGeneration.Ddr2,
                "3" => MemoryGeneration.Ddr3,
                "4" => MemoryGeneration.Ddr4,
                _ => MemoryGeneration.Ddr5,
            };
    }

    /// <summary>Logical ranks: package ranks times the dies of a 3DS stack; a multi-load stack adds none.</summary>
    private static (int? Ranks, int? Width, int? Stack, string? Stacked) Ranks(string text)
    {
        var m = RankWord().Match(text);
        if (!m.Success)
            return (null, null, null, null);
        var package = int.Parse(m.Groups["p"].Value, CultureInfo.InvariantCulture);
        var high =
            m.Groups["h"].Success && m.Groups["h"].Value.Length > 0 ? int.Parse(m.Groups["h"].Value, CultureInfo.InvariantCulture) : 1;
        var width = int.Parse(m.Groups["w"].Value, CultureInfo.InvariantCulture);
        var stacked = m.Groups["s"].Value.ToUpperInvariant() switch
        {
            "S" => $"Stacked dies (3DS): {package} package ranks of {high} dies are {package * high} logical ranks.",
            "D" => "Two dies in a package, one load each: no rank added.",
            _ => null,
        };
        return (package * high, width, high > 1 ? high : null, stacked);
    }

    /// <summary>The letter E tells ECC on an unbuffered module; words say the same when no letter does. A SO-DIMM with ECC is unbuffered:
    /// others of that size are not sold.</summary>
    private static ModuleType? WithEcc(string plain, ModuleType? type, ModuleForm? form, string? letter, List<string> remarks)
    {
        if (type is null && (Unbuffered().IsMatch(plain) || form == ModuleForm.SoDimm))
            return ModuleType.UnbufferedEcc;
        if (type == ModuleType.Unbuffered && letter is not ("U" or "S"))
            return ModuleType.UnbufferedEcc;
        if (type is null)
            remarks.Add("With ECC: unbuffered or registered is not written.");
        return type;
    }

    private sealed record SpeedReading(int? Rate, string? Letter, string? Bin, MemoryGeneration? Generation, string? Unreadable);

    /// <summary>The number after PC or DDR, or alone, with the bin and type letters behind it.</summary>
    private static SpeedReading Speed(string text, MemoryGeneration? generation, List<string> remarks)
    {
        foreach (Match m in SpeedWord().Matches(text))
        {
            var number = int.Parse(m.Groups["n"].Value, CultureInfo.InvariantCulture);
            var tail = m.Groups["tail"].Value.ToUpperInvariant();
            var behind = m.Groups["behind"].Value.ToUpperInvariant();
            var gen = generation ?? ByNumber(number, tail);
            if (gen is not { } g || RateOf(g, number) is not { } rate)
            {
                if (m.Groups["pc"].Success && generation is { } said)
                    return new(null, Letter(said, tail, behind).Type, null, said, $"{number}");
                continue;
            }
            if (generation is null)
                remarks.Add($"The generation is not written; {number} belongs to {g.Name()}.");
            var (type, bin) = Letter(g, tail, behind);
            return new(rate, type, bin, g, null);
        }
        return new(null, null, null, null, null);
    }

    /// <summary>DDR2 and DDR3 labels carry MB/s, except that 400 to 2133 are MT/s; DDR4 and DDR5 carry MT/s, from 12 000 on MB/s.</summary>
    private static int? RateOf(MemoryGeneration generation, int number)
    {
        var inMBs = generation is MemoryGeneration.Ddr2 or MemoryGeneration.Ddr3 ? number > 2133 : number >= 12_000;
        if (!inMBs)
            return Bins.Of(generation).Any(b => Bins.Same(b, number)) ? Bins.Named(generation, number) : null;
        foreach (var (named, rate) in LabelTables.Named[generation])
            if (named == number)
                return rate;
        return null;
    }

    /// <summary>Numbers that only one generation prints. 12800 alone is DDR3 by far most often; with a bin letter it is said in full
    /// anyway.</summary>
    private static MemoryGeneration? ByNumber(int number, string tail)
    {
        // A typed rate alone is told apart only where the generations don't overlap.
        if (number is 667 or 800 && tail.Length > 0)
            return null;
        foreach (var g in new[] { MemoryGeneration.Ddr3, MemoryGeneration.Ddr4, MemoryGeneration.Ddr5, MemoryGeneration.Ddr2 })
            if (number >= 4000 && g is not MemoryGeneration.Ddr5 && LabelTables.Named[g].Any(n => n.Named == number))
                return g;
        return number switch
        {
            1333 => MemoryGeneration.Ddr3,
            2400 or 2666 or 2933 or 3200 => MemoryGeneration.Ddr4,
            _ when number >= 3600
                    && (
                        Bins.Of(MemoryGeneration.Ddr5).Contains(number)
                        || LabelTables.Named[MemoryGeneration.Ddr5].Any(n => n.Named == number)
                    ) => MemoryGeneration.Ddr5,
            _ => null,
        };
    }

    private static (string? Type, string? Bin) Letter(MemoryGeneration generation, string tail, string behind)
    {
        if (generation is MemoryGeneration.Ddr4 or MemoryGeneration.Ddr5)
            return (behind.Length > 0 ? behind[..1] : null, tail.Length > 0 ? tail : null);
        return (tail.Length > 0 ? tail : null, null);
    }

    private static string? Words(string text) =>
        LoadReduced().IsMatch(text) ? "L"
        : Registered().IsMatch(text) ? "R"
        : Ecc().IsMatch(text) && Unbuffered().IsMatch(text) ? "E"
        : Unbuffered().IsMatch(text) ? "U"
        : null;

    private static (ModuleType? Type, ModuleForm? Form) TypeOf(string? letter, MemoryGeneration? generation) =>
        letter switch
        {
            "U" => (ModuleType.Unbuffered, ModuleForm.Dimm),
            "E" => (ModuleType.UnbufferedEcc, ModuleForm.Dimm),
            "R" => (ModuleType.Registered, ModuleForm.Dimm),
            "L" => (ModuleType.LoadReduced, ModuleForm.Dimm),
            "S" => (ModuleType.Unbuffered, ModuleForm.SoDimm),
            "T" => (ModuleType.UnbufferedEcc, ModuleForm.SoDimm),
            "F" when generation == MemoryGeneration.Ddr2 => (ModuleType.FullyBuffered, ModuleForm.Dimm),
            "P" when generation == MemoryGeneration.Ddr2 => (ModuleType.Registered, ModuleForm.Dimm),
            _ => (null, null),
        };

    private static int? Volt(string text, MemoryGeneration? generation) =>
        generation switch
        {
            MemoryGeneration.Ddr2 => 1800,
            MemoryGeneration.Ddr3 => LowVolt().Match(text) is { Success: true } m
                ? m.Groups["l"].Value.Equals("U", StringComparison.OrdinalIgnoreCase)
                    ? 1250
                    : 1350
                : 1500,
            MemoryGeneration.Ddr4 => 1200,
            MemoryGeneration.Ddr5 => 1100,
            _ => null,
        };

    private static int? Latency(string text, MemoryGeneration? generation, SpeedReading speed)
    {
        if (generation == MemoryGeneration.Ddr4 && speed.Bin is { } bin)
            return LabelTables.Ddr4Bins.TryGetValue(bin, out var clocks) ? clocks : null;
        if (generation == MemoryGeneration.Ddr5 && speed is { Bin: { } grade, Rate: { } rate })
            return LabelTables.Ddr5Grades.TryGetValue((rate, grade), out var clocks) ? clocks : null;
        var m = generation is MemoryGeneration.Ddr2 ? Latency2().Match(text) : Latency3().Match(text);
        return m.Success && generation is MemoryGeneration.Ddr2 or MemoryGeneration.Ddr3 && int.TryParse(m.Groups["cl"].Value, out var cl)
            ? cl
            : null;
    }

    private static List<string> Missing(ModuleSheet m)
    {
        var missing = new List<string>();
        if (m.CapacityMiB is null)
            missing.Add("size");
        if (m.Generation is null)
            missing.Add("generation");
        if (m.RateMTs is null)
            missing.Add("rate");
        if (m.Type is null)
            missing.Add("type (unbuffered, with ECC, registered, load-reduced)");
        if (m.Ranks is null)
            missing.Add("ranks and chip width");
        if (m.Form is null)
            missing.Add("form (DIMM or SO-DIMM)");
        return missing;
    }

    private static string? Problem(ModuleSheet m, SpeedReading speed, MemoryGeneration? generation, int? latency)
    {
        if (speed.Unreadable is { } number)
            return $"{generation!.Value.Name()} has no rate {number}: the label can't be right.";
        return LabelTables.Contradiction(generation, speed.Rate, speed.Bin, latency) ?? Size(m) ?? Plausible(m);
    }

    /// <summary>Modules hold a power of two, or three times one (chips of 12, 24 and 48 Gbit); null when the size can be.</summary>
    private static string? Size(ModuleSheet m)
    {
        if (m.CapacityMiB is not { } mib)
            return null;
        var odd = mib >> System.Numerics.BitOperations.TrailingZeroCount(mib);
        return odd is 1 or 3 && mib >= 64 ? null : $"No module of {mib / 1024.0:0.##} GB is made: a figure is wrong.";
    }

    /// <summary>A label is plausible only when its chips exist: Gb = GB × 8 × width ÷ (64 × ranks). Null when it is, or when too little is
    /// told.</summary>
    public static string? Plausible(ModuleSheet m)
    {
        if (m.Generation is not { } g || Bins.DieGbit(m) is not { } die || Bins.DieExists(g, die))
            return null;
        return $"{m.CapacityMiB / 1024.0:0.##} GB in {m.Ranks} ranks of ×{m.DeviceWidth} needs "
            + $"chips of {die:0.###} Gb, which {g.Name()} does not have: a figure is wrong.";
    }

    [GeneratedRegex(@"(?<![\w.])(?<n>\d{1,2})\s*[xX*]\s*(?<size>\d{1,4})\s*(?<unit>[gGmM])[iI]?[bB]?(?![\w])")]
    private static partial Regex Kit();

    [GeneratedRegex(@"(?<![\w.-])(?<size>\d{1,5})\s*(?<unit>[gGmM])[iI]?[bB]?(?![\w])")]
    private static partial Regex Capacity();

    [GeneratedRegex(@"(?:DDR|PC)\s*-?(?<g>[2345])(?=[LU]?\b|[LU]?[-\s]|[LU]?\d{4})", RegexOptions.IgnoreCase)]
    private static partial Regex GenerationWord();

    [GeneratedRegex(@"(?<![\w])(?<p>[1248])(?<s>[SD])?(?<h>[248])?\s*R\s*x\s*(?<w>4|8|16|32)(?![\d])", RegexOptions.IgnoreCase)]
    private static partial Regex RankWord();

    [GeneratedRegex(
        @"(?:(?<pc>(?:PC|DDR)\s*-?[2345][LU]?)[-\s]*|(?<![\w.]))(?<n>\d{3,5})(?:\s?(?<tail>[A-Z]{1,2}))?"
            + @"(?:-(?<behind>[A-Z])[A-Z0-9]{0,3})?(?![A-Z0-9])",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex SpeedWord();

    [GeneratedRegex(@"PC3(?<l>[LU])|1\.(?:35)\s*V", RegexOptions.IgnoreCase)]
    private static partial Regex LowVolt();

    [GeneratedRegex(@"\d{4,5}[A-Z]{1,2}-(?<cl>\d{1,2})-", RegexOptions.IgnoreCase)]
    private static partial Regex Latency3();

    [GeneratedRegex(@"\d{4}[A-Z]{1,2}-(?<cl>\d)\d\d(?!\d)", RegexOptions.IgnoreCase)]
    private static partial Regex Latency2();

    [GeneratedRegex(@"\b(?:LP|G)DDR|\bHBM", RegexOptions.IgnoreCase)]
    private static partial Regex Soldered();

    [GeneratedRegex(
        @"\b(?:LP|G)DDR|\bHBM|\bPC-?(?:66|100|133|1600|2100|2700|3200)\b|\bDDR-?(?:200|266|333|400)\b|\bSDR(?:AM)?\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex OtherStandard();

    [GeneratedRegex(@"so-?\s?dimm", RegexOptions.IgnoreCase)]
    private static partial Regex SoDimm();

    [GeneratedRegex(@"\b(?:lr-?dimm|load.?reduced)\b", RegexOptions.IgnoreCase)]
    private static partial Regex LoadReduced();

    [GeneratedRegex(@"\b(?:r-?dimm|reg(?:istered)?)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Registered();

    [GeneratedRegex(@"(?<!non[- ]?)\becc\b", RegexOptions.IgnoreCase)]
    private static partial Regex Ecc();

    [GeneratedRegex(@"\b(?:u-?dimm|unbuffered|unb)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Unbuffered();
}
