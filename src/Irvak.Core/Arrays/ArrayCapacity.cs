using Irvak.Core.Quantities;

namespace Irvak.Core.Arrays;

/// <summary>One step from raw bytes to what is shown.</summary>
/// <param name="Key">raw, reserved, unused or redundancy.</param>
/// <param name="Bytes">What is taken away here; what there is, for the first.</param>
/// <param name="Left">What is left after it.</param>
public sealed record CapacityStep(string Key, string Name, string Because, long Bytes, long Left);

/// <summary>From the drives' bytes to the volume's.</summary>
/// <param name="Usable">Bytes of the array.</param>
/// <param name="UnusedBytes">Bytes that lie idle because drives differ.</param>
public sealed record ArrayCapacity(IReadOnlyList<CapacityStep> Steps, long Raw, long Usable, long UnusedBytes)
{
    public static ArrayCapacity Of(ArrayShape shape)
    {
        var raw = Sum(shape.Groups.SelectMany(g => g.Bytes));
        var (reserve, because) =
            shape.Level == ArrayLevel.Single ? new MemberReserve(0, "") : shape.Reserve ?? MemberReserve.Of(shape.Host);
        var kept = shape.Groups.Select(g => new ArrayGroup([.. g.Bytes.Select(b => Math.Max(0, b - reserve))], g.Tolerance)).ToList();
        var afterReserve = Sum(kept.SelectMany(g => g.Bytes));
        var (used, usable) = Shared(shape with { Groups = kept });
        List<CapacityStep> steps =
        [
            new("raw", $"{shape.Count} {(shape.Count == 1 ? "drive" : "drives")}", "as the drives count their sectors", raw, raw),
        ];
        if (raw > afterReserve)
            steps.Add(new("reserved", "reserved", because, raw - afterReserve, afterReserve));
        if (afterReserve > used)
            steps.Add(new("unused", "unused", "larger than the smallest member", afterReserve - used, used));
        if (used > usable)
            steps.Add(new("redundancy", "redundancy", Redundancy(shape), used - usable, usable));
        return new(steps, raw, usable, afterReserve - used);
    }

    /// <summary>Bytes that carry data or redundancy, and bytes that carry data.</summary>
    private static (long Used, long Usable) Shared(ArrayShape shape)
    {
        switch (shape.Level)
        {
            case ArrayLevel.Single or ArrayLevel.Span:
                return (Sum(shape.Groups.SelectMany(g => g.Bytes)), Sum(shape.Groups.SelectMany(g => g.Bytes)));
            // The kernel stripes over what each drive has; a controller over the smallest.
            case ArrayLevel.Stripe when shape.Host != ArrayHost.Controller:
                return (Sum(shape.Groups.SelectMany(g => g.Bytes)), Sum(shape.Groups.SelectMany(g => g.Bytes)));
            case ArrayLevel.Layered1 or ArrayLevel.Layered2:
                return Layered(shape.Groups[0]);
        }
        // Groups of a pool may differ; elsewhere the smallest drive of all sets the measure.
        var smallest = shape.Groups.SelectMany(g => g.Bytes).DefaultIfEmpty(0).Min();
        long used = 0,
            usable = 0;
        foreach (var group in shape.Groups)
        {
            var each = shape.Host == ArrayHost.Pool ? group.Bytes.Min() : smallest;
            used = checked(used + (each * group.Count));
            usable = checked(
                usable
                + (
                    shape.Level == ArrayLevel.Pairs ? each * group.Count / 2
                    : shape.Level == ArrayLevel.Mirror ? each
                    : each * (group.Count - group.Tolerance)
                )
            );
        }
        return (used, shape.Host == ArrayHost.Pool ? Padded(shape, usable) : usable);
    }

    /// <summary>Slices by successive sizes: each over the drives that reach it, as long as they are more than the redundancy.</summary>
    private static (long Used, long Usable) Layered(ArrayGroup group)
    {
        var sizes = group.Bytes.Order().ToList();
        long used = 0,
            usable = 0,
            floor = 0;
        for (var i = 0; i < sizes.Count; i++)
        {
            var (height, wide) = (sizes[i] - floor, sizes.Count - i);
            floor = sizes[i];
            if (wide <= group.Tolerance)
                continue;
            used += height * wide;
            usable += height * (wide - group.Tolerance);
        }
        return (used, usable);
    }

    /// <summary>
    /// A parity pool pads each record to a multiple of one more than its parity: records of 128 KiB in sectors of 4 KiB take
    /// roundup(d + p·⌈d/(n−p)⌉, p+1) sectors (likely).
    /// </summary>
    private static long Padded(ArrayShape shape, long usable)
    {
        if (!LevelTable.Nests(shape.Level))
            return usable;
        var (n, p) = (shape.Groups[0].Count, shape.Groups[0].Tolerance);
        const int d = 32;
        var sectors = d + (p * ((d + n - p - 1) / (n - p)));
        sectors = (sectors + p) / (p + 1) * (p + 1);
        return (long)Math.Floor(usable * ((double)d / sectors) / ((n - p) / (double)n));
    }

    private static string Redundancy(ArrayShape shape) =>
        shape.Level switch
        {
            ArrayLevel.Mirror => $"every byte {shape.Count} times",
            ArrayLevel.Pairs => "every byte twice",
            _ when shape.Groups.Count > 1 => $"{shape.Groups.Count} × {Drives(shape.Groups[0].Tolerance)}",
            _ => Drives(shape.Groups[0].Tolerance),
        };

    private static string Drives(int n) => n == 1 ? "one drive’s worth" : $"{n} drives’ worth";

    private static long Sum(IEnumerable<long> bytes) => bytes.Aggregate(0L, (a, b) => checked(a + b));

    public Worked Why =>
        new(
            [
                .. Steps.Select(s => new WorkedLine(
                    s.Key == "raw" ? s.Name : $"{s.Name}: {s.Because}",
                    s.Key == "raw" ? DiskSpace.TB(s.Bytes) : "− " + DiskSpace.TB(s.Bytes)
                )),
            ],
            new WorkedLine("array", $"{DiskSpace.TB(Usable)} = {DiskSpace.Binary(Usable)}", true),
            "sector counts of the drives (IDEMA LBA1-03, SFF-8447, or a capture); 1 TB = 10¹² bytes, 1 TiB = 2⁴⁰ bytes"
        );
}
