using System.Globalization;
using System.Text.Json.Serialization;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>Plans how disks start one group after another; a group of 0 lets them all start at once.</summary>
/// <param name="Drives">Disks that start together.</param>
/// <param name="Seconds">From one group to the next, s.</param>
public sealed record StaggerStart(int Drives, double Seconds) : Edit
{
    // A second group, once there is one, starts when the first has come up to speed.
    public static readonly StaggerStart AllAtOnce = new(0, PowerSheet.SpinSeconds);

    public override IEnumerable<string> Touches() => ["start"];

    public override string ValueAt(string subject) => Drives == 0 ? "all at once" : string.Create(CultureInfo.InvariantCulture, $"{Drives} every {Seconds:0.#} s");

    public override string Tell() => Drives == 0 ? "lets all disks start at once" : string.Create(CultureInfo.InvariantCulture, $"lets {Verdicts.Say.Count(Drives, "disk", "disks")} start every {Seconds:0.#} s");

    internal SheetProblem? Problem => Drives is < 0 or > 512 ? new("/edit/drives", "Between 0 and 512 disks start together.") : Drives > 0 && Seconds is not (>= 0.5 and <= 60) ? new("/edit/seconds", "Between 0.5 and 60 seconds from group to group.") : null;
}

[JsonConverter(typeof(JsonStringEnumConverter<AirState>))]
public enum AirState
{
    [JsonStringEnumMemberName("unknown")] Unknown,
    [JsonStringEnumMemberName("well")] Well,
    [JsonStringEnumMemberName("missing")] Missing,
    [JsonStringEnumMemberName("unplugged")] Unplugged,
}

/// <summary>Records what somebody saw of a fan, the blanks or the air duct.</summary>
/// <param name="Part">A key of <see cref="AirParts"/>.</param>
public sealed record SeeAir(string Part, AirState State) : Edit
{
    public override IEnumerable<string> Touches() => ["air:" + Part];

    public override string ValueAt(string subject) => Words(State);

    public override string Tell() => $"sees {AirParts.Words(Part)}: {Words(State)}";

    internal static string Words(AirState state) => state switch { AirState.Well => "in place", AirState.Missing => "missing", AirState.Unplugged => "unplugged", _ => "not looked at" };
}

/// <summary>Plans a thermal pad under a module's cooler.</summary>
/// <param name="Place">Place of the module.</param>
/// <param name="GapMm">Gap to be filled, mm; 0 drops the pad.</param>
/// <param name="Compression">Share by which it is pressed together, 0.1 to 0.3.</param>
public sealed record PlanPad(string Place, double GapMm, double Compression = 0.2) : Edit
{
    public override IEnumerable<string> Touches() => ["pad:" + Place];

    public override string ValueAt(string subject) => Tell();

    public override string Tell() => GapMm == 0 ? $"drops the pad of {PlaceName.Short(Place)}" : string.Create(CultureInfo.InvariantCulture, $"plans a pad for {PlaceName.Short(Place)}, gap {GapMm:0.##} mm");

    internal static SheetProblem? Refusal(JobState state, PlanPad pad)
    {
        if (state.Sheet is not { } sheet) return new("/edit", "The machine has no sheet yet.");
        if (!PlaceName.All(sheet).Contains(pad.Place) || PlaceName.Kind(pad.Place) is not ("m2" or "card")) return new("/edit/place", $"{pad.Place} is no M.2 place and no slot of {sheet.FullName}.");
        if (pad.GapMm is not (>= 0 and <= 10)) return new("/edit/gapMm", "A gap is 0 to 10 mm.");
        return pad.Compression is >= 0.05 and <= 0.5 ? null : new("/edit/compression", "A pad is pressed together by 5 to 50 %.");
    }
}

/// <summary>What moves the air of a machine.</summary>
public static class AirParts
{
    public const string Blanks = "blanks", Duct = "duct", CoverFan = "cover-fan";

    private const string FanPrefix = "fan:";

    /// <summary>Parts that a sheet has, in the order in which they are looked at.</summary>
    public static IEnumerable<string> Of(MachineSheet sheet) =>
    [
        .. Enumerable.Range(1, sheet.Fans ?? 0).Select(n => FanPrefix + n),
        .. sheet.FanInCover == true ? new[] { CoverFan } : [],
        .. (sheet.Slots.Count > 0 && sheet.Chassis.Kind is not ("laptop" or "thin")) || sheet.Bays.Any(b => b.Tray is not null) ? new[] { Blanks } : [],
        .. sheet.AirDuct == true ? new[] { Duct } : [],
    ];

    public static string Words(string part) => part switch
    {
        Blanks => "blanks of empty slots and bays",
        Duct => "air duct",
        CoverFan => "fan whose contact is made by the cover",
        _ => "fan " + part[FanPrefix.Length..],
    };

    public static bool IsFan(string part) => part.StartsWith(FanPrefix, StringComparison.Ordinal) || part == CoverFan;
}
