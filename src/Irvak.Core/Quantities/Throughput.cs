using System.Text.Json.Serialization;

namespace Irvak.Core.Quantities;

/// <summary>
/// How much passes in a second. In documents it is a number of decimal megabytes (10⁶ bytes) a second, and so are the names that end
/// in MBs there.
/// </summary>
/// <param name="MegabytesPerSecond">MB/s, zero or more.</param>
[JsonConverter(typeof(ThroughputJson))]
public readonly record struct Throughput(double MegabytesPerSecond) : IComparable<Throughput>
{
    /// <summary>Nothing passes.</summary>
    public static readonly Throughput None;

    /// <summary>Whether anything passes at all.</summary>
    public bool Passes => MegabytesPerSecond > 0;

    /// <summary>A line of so many gigabits a second, all of whose bits are data.</summary>
    public static Throughput OfGigabits(double gigabits) => new(gigabits * 1000 / 8);

    /// <summary>So many bytes in every second.</summary>
    public static Throughput OfBytes(double bytes) => new(bytes / 1e6);

    /// <summary>Hours that so many bytes take at this rate; without end at none.</summary>
    public double HoursFor(double bytes) => bytes / (MegabytesPerSecond * 1e6) / 3600;

    public static Throughput operator *(Throughput rate, double times) => new(rate.MegabytesPerSecond * times);

    public static Throughput operator *(double times, Throughput rate) => new(times * rate.MegabytesPerSecond);

    public static Throughput operator /(Throughput rate, double parts) => new(rate.MegabytesPerSecond / parts);

    /// <summary>How many times one is the other.</summary>
    public static double operator /(Throughput rate, Throughput other) => rate.MegabytesPerSecond / other.MegabytesPerSecond;

    public static Throughput operator +(Throughput a, Throughput b) => new(a.MegabytesPerSecond + b.MegabytesPerSecond);

    public static Throughput operator -(Throughput a, Throughput b) => new(a.MegabytesPerSecond - b.MegabytesPerSecond);

    public static bool operator <(Throughput a, Throughput b) => a.MegabytesPerSecond < b.MegabytesPerSecond;

    public static bool operator >(Throughput a, Throughput b) => a.MegabytesPerSecond > b.MegabytesPerSecond;

    public static bool operator <=(Throughput a, Throughput b) => a.MegabytesPerSecond <= b.MegabytesPerSecond;

    public static bool operator >=(Throughput a, Throughput b) => a.MegabytesPerSecond >= b.MegabytesPerSecond;

    public static Throughput Multiply(Throughput left, double right) => left * right;

    public static Throughput Divide(Throughput left, double right) => left / right;

    public static Throughput Add(Throughput left, Throughput right) => left + right;

    public static Throughput Subtract(Throughput left, Throughput right) => left - right;

    public static Throughput Least(Throughput a, Throughput b) => new(Math.Min(a.MegabytesPerSecond, b.MegabytesPerSecond));

    /// <summary>What is left; nothing where more is taken than there is.</summary>
    public static Throughput Rest(Throughput of, Throughput taken) => new(Math.Max(0, of.MegabytesPerSecond - taken.MegabytesPerSecond));

    public static Throughput Sum(IEnumerable<Throughput> rates) => new(rates.Sum(r => r.MegabytesPerSecond));

    public int CompareTo(Throughput other) => MegabytesPerSecond.CompareTo(other.MegabytesPerSecond);

    public override string ToString() => $"{Group(Math.Round(MegabytesPerSecond))} MB/s";

    /// <summary>Digits in groups of three with a thin gap, as the interface prints them.</summary>
    internal static string Group(double whole) => whole.ToString("#,0").Replace(',', ' ');
}
