using System.Text.Json.Serialization;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Power;

[JsonConverter(typeof(JsonStringEnumConverter<AirState>))]
public enum AirState
{
    [JsonStringEnumMemberName("unknown")]
    Unknown,

    [JsonStringEnumMemberName("well")]
    Well,

    [JsonStringEnumMemberName("missing")]
    Missing,

    [JsonStringEnumMemberName("unplugged")]
    Unplugged,
}

/// <summary>Records what somebody saw of a fan, the blanks or the air duct.</summary>
/// <param name="Part">A key of <see cref="AirParts"/>.</param>
[EditName("seeAir")]
public sealed record SeeAir(string Part, AirState State) : SliceEdit<PowerSlice>
{
    public override IEnumerable<string> Touches() => ["air:" + Part];

    public override string ValueAt(string subject) => Words(State);

    public override string Tell() => $"sees {AirParts.Words(Part)}: {Words(State)}";

    internal static string Words(AirState state) =>
        state switch
        {
            AirState.Well => "in place",
            AirState.Missing => "missing",
            AirState.Unplugged => "unplugged",
            _ => "not looked at",
        };

    public override SheetProblem? Refusal(MachineState machine, PowerSlice slice) =>
        machine.Sheet is not { } sheet ? new("/edit", "The machine has no sheet yet.")
        : AirParts.Of(sheet).Contains(Part) ? null
        : new("/edit/part", $"{sheet.FullName} has no {Part}.");

    public override PowerSlice Applied(MachineState machine, PowerSlice slice, Stamp stamp) =>
        slice with
        {
            Air = State == AirState.Unknown ? slice.Air.Remove(Part) : slice.Air.SetItem(Part, State),
        };
}
