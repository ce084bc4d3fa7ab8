namespace Irvak.Core.Arrays;

/// <summary>Drives that fail together or not at all: a mirror, a parity group.</summary>
/// <param name="Bytes">Sizes of its members.</param>
/// <param name="Tolerance">Failures it surely survives.</param>
public sealed record ArrayGroup(IReadOnlyList<long> Bytes, int Tolerance)
{
    public int Count => Bytes.Count;
}

/// <summary>An array as the sums see it: groups side by side, each with its tolerance. Losing one group loses the array.</summary>
public sealed record ArrayShape(ArrayLevel Level, ArrayHost Host, IReadOnlyList<ArrayGroup> Groups)
{
    /// <summary>What its keeper takes of every member; null for what the kind of keeper usually takes.</summary>
    public MemberReserve? Reserve { get; init; }

    public int Count => Groups.Sum(g => g.Count);

    /// <summary>Failures that it survives whatever they hit.</summary>
    public int Surely => Groups.Count == 0 ? 0 : Groups.Min(g => g.Tolerance);

    /// <summary>Mirrored pairs over an odd count, as the kernel makes them: each drive shares its data with the next, around in a ring
    /// (md(4), near layout).</summary>
    public bool IsRing => Level == ArrayLevel.Pairs && Groups is [{ Count: > 2 }];

    /// <summary>Failures that it survives if they fall well.</summary>
    public int AtBest => IsRing ? Count / 2 : Groups.Sum(g => g.Tolerance);

    /// <summary>That of a plan over so many bytes.</summary>
    public static (ArrayShape? Shape, string? Why) Of(ArrayPlan plan, IReadOnlyList<long> bytes) =>
        Of(plan, plan.Level, plan.Groups, bytes);

    /// <summary>The same drives and keeper at another level.</summary>
    public static (ArrayShape? Shape, string? Why) Of(ArrayPlan plan, ArrayLevel level, int groups, IReadOnlyList<long> bytes) =>
        Of(level, plan.Host, bytes, groups) is var (shape, why) && shape is not null
            ? (shape with { Reserve = plan.Reserve }, why)
            : (null, why);

    /// <param name="bytes">Sizes of the members in their order.</param>
    /// <param name="groups">Groups of a nested level; ignored by levels that make their own.</param>
    /// <returns>Null and why, when so many drives don't make this level.</returns>
    public static (ArrayShape? Shape, string? Why) Of(ArrayLevel level, ArrayHost host, IReadOnlyList<long> bytes, int groups = 1)
    {
        var row = LevelTable.Of(level);
        if (bytes.Count > ArrayPlan.MostMembers)
            return (null, $"at most {ArrayPlan.MostMembers} drives are planned in one array");
        if (bytes.Any(b => b <= 0))
            return (null, "the size of a drive is not known");
        if (bytes.Aggregate((Int128)0, (a, b) => a + b) > long.MaxValue)
            return (null, "together that is more than can be counted");
        if (row.Least(host) is not { } least)
            return (null, $"{row.Name} is not offered by {Keepers.Of(host).Any}");
        if (groups < 1 || (groups > 1 && !LevelTable.Nests(level)))
            return (null, $"{row.Name} has no groups");
        if (level == ArrayLevel.Pairs)
            return bytes.Count < least ? (null, $"{row.Name} need {least} drives")
                : bytes.Count % 2 != 0
                    ? host == ArrayHost.Kernel ? (new(level, host, [new ArrayGroup(bytes, 1)]), null)
                        : (null, $"{row.Name} need an even count")
                : (new(level, host, [.. bytes.Chunk(2).Select(c => new ArrayGroup(c, 1))]), null);
        if (bytes.Count % groups != 0)
            return (null, $"{bytes.Count} drives don't make {groups} groups alike");
        if (bytes.Count / groups < least)
            return (null, $"{(groups > 1 ? LevelTable.Words(level, groups) : row.Name)} needs {least * groups} drives at least");
        if (level is ArrayLevel.Single or ArrayLevel.Span or ArrayLevel.Stripe)
            return (new(level, host, [.. bytes.Select(b => new ArrayGroup([b], 0))]), null);
        var each = bytes.Count / groups;
        var tolerance = row.Tolerance < 0 ? each - 1 : row.Tolerance;
        return (new(level, host, [.. bytes.Chunk(each).Select(c => new ArrayGroup(c, tolerance))]), null);
    }
}
