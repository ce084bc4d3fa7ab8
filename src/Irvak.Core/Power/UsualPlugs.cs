using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>Plugs for drives that supplies of a size usually have, where the sheet does not tell. Common practice, no source.</summary>
public static class UsualPlugs
{
    private static readonly (int FromWatt, int Least, int Most)[] Sata = [(1_000, 10, 16), (600, 6, 10), (400, 4, 6), (0, 0, 3)];

    /// <summary>"one of 450 W usually 4 to 6"; null for a supply of unknown size, and where several share a machine: those have none of
    /// their own.</summary>
    public static string? Words(MachineSheet sheet) =>
        sheet.Supplies is [{ Watt: { } watt, Connectors: null }] && Sata.First(s => watt >= s.FromWatt) is var (_, least, most)
            ? $"one of {watt} W usually has {least} to {most}"
            : null;
}
