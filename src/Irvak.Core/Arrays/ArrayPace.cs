using Irvak.Core.Quantities;

namespace Irvak.Core.Arrays;

/// <summary>What the way to an array's drives lets through.</summary>
/// <param name="Name">The array.</param>
/// <param name="RebuildMBs">Most that a rebuild gets of each drive, MB/s; null when nothing but the drives bounds it.</param>
/// <param name="ScrubHours">Until all of it was read once, h; null when not known.</param>
public sealed record ArrayPace(string Name, Throughput? RebuildMBs, double? ScrubHours);
