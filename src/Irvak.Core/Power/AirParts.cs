using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>What moves the air of a machine.</summary>
public static class AirParts
{
    public const string Blanks = "blanks",
        Duct = "duct",
        CoverFan = "cover-fan";

    private const string FanPrefix = "fan:";

    /// <summary>Parts that a sheet has, in the order in which they are looked at.</summary>
    public static IEnumerable<string> Of(MachineSheet sheet) =>
        [
            .. Enumerable.Range(1, sheet.Fans ?? 0).Select(n => FanPrefix + n),
            .. sheet.FanInCover == true ? new[] { CoverFan } : [],
            .. (sheet.Slots.Count > 0 && sheet.Chassis.Kind is not (ChassisKind.Laptop or ChassisKind.Thin))
            || sheet.Bays.Any(b => b.Tray is not null)
                ? new[] { Blanks }
                : [],
            .. sheet.AirDuct == true ? new[] { Duct } : [],
        ];

    public static string Words(string part) =>
        part switch
        {
            Blanks => "blanks of empty slots and bays",
            Duct => "air duct",
            CoverFan => "fan whose contact is made by the cover",
            _ => "fan " + part[FanPrefix.Length..],
        };

    public static bool IsFan(string part) => part.StartsWith(FanPrefix, StringComparison.Ordinal) || part == CoverFan;
}
