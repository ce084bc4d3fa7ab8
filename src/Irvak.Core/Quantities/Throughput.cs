namespace Irvak.Core.Quantities;

/// <summary>Throughput in decimal megabytes (10⁶ bytes) per second.</summary>
/// <param name="MegabytesPerSecond">MB/s, zero or more.</param>
public readonly record struct Throughput(double MegabytesPerSecond)
{
    public static Throughput operator *(Throughput a, double times) => new(a.MegabytesPerSecond * times);

    public static Throughput Multiply(Throughput left, double right) => left * right;

    public override string ToString() => $"{Group(Math.Round(MegabytesPerSecond))} MB/s";

    /// <summary>Digits in groups of three with a thin gap, as the interface prints them.</summary>
    internal static string Group(double whole) => whole.ToString("#,0").Replace(',', ' ');
}
