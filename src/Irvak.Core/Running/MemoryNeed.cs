namespace Irvak.Core.Running;

/// <summary>What runs on the machine and the captures of its load, as far as anybody told.</summary>
public sealed record RunInput(IReadOnlyList<RunningThing> Things, LoadSeen? Load)
{
    public static readonly RunInput None = new([], null);
}

/// <summary>One thing with what it needs.</summary>
/// <param name="EachGiB">Of one, GiB; null when not known.</param>
/// <param name="SumGiB">Of all of it, GiB; null when not known.</param>
/// <param name="IsUsual">The value is the usual one of its kind; nobody said it of this one.</param>
public sealed record ThingNeeds(RunningThing Thing, double? EachGiB, double? SumGiB, bool IsUsual);

/// <summary>Memory that a machine needs: by what runs on it, and by what its load showed.</summary>
/// <param name="ListGiB">Sum of what runs on it as far as it is known, GiB; null when nothing was named, or nothing of it is known.</param>
/// <param name="IsLeast">Something of the list is not known, so that the sum is the least.</param>
/// <param name="ListWishGiB">The sum with a tenth of room, in whole GiB.</param>
/// <param name="Load">In use when it was looked at.</param>
/// <param name="LoadWishGiB">What it wanted then with a tenth of room, in whole GiB.</param>
public sealed record MemoryNeed(
    IReadOnlyList<ThingNeeds> Things,
    double? ListGiB,
    bool IsLeast,
    int? ListWishGiB,
    LoadSeen? Load,
    int? LoadWishGiB
)
{
    /// <summary>Share that stays free at the least: below it a system is short of memory (common practice, no source).</summary>
    public const double Room = 0.10;

    public static MemoryNeed Of(RunInput q)
    {
        List<ThingNeeds> things = [.. q.Things.Select(t => new ThingNeeds(t, t.Needs, t.Needs * t.Count, t.EachGiB is null))];
        double? sum = things.Any(t => t.SumGiB is not null) ? things.Sum(t => t.SumGiB ?? 0) : null;
        return new(things, sum, things.Any(t => t.SumGiB is null), WithRoom(sum), q.Load, WithRoom(q.Load?.WantedGiB));
    }

    /// <summary>So much that a tenth of it stays free, in whole GiB.</summary>
    public static int? WithRoom(double? needsGiB) =>
        // A sum of fractions is not pushed over the edge by its rounding.
        needsGiB is { } needs
            ? (int)Math.Min(Math.Ceiling((needs / (1 - Room)) - 1e-9), int.MaxValue)
            : null;
}
