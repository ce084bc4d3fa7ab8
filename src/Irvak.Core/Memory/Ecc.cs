using System.Text.Json.Serialization;
using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

[JsonConverter(typeof(JsonStringEnumConverter<EccState>))]
public enum EccState
{
    [JsonStringEnumMemberName("unknown")]
    Unknown,

    [JsonStringEnumMemberName("on")]
    On,

    [JsonStringEnumMemberName("off")]
    Off,

    [JsonStringEnumMemberName("no-start")]
    NoStart,

    /// <summary>No module carries the chips for it.</summary>
    [JsonStringEnumMemberName("none")]
    None,
}

/// <summary>Whether errors are corrected once the machine runs, and why not.</summary>
/// <param name="Words">The state for screens, with its reason.</param>
/// <param name="OffBy">What leaves it unused although every module carries it, as findings name it; null otherwise.</param>
public sealed record EccResult(EccState State, string Words, string? OffBy = null)
{
    public static EccResult Of(MemoryInput q, Build build, IReadOnlyList<(Channel Channel, string Slot, ModuleSheet Module)> modules)
    {
        var seen = q.AllSlotsSeen(build);
        if (modules.Count == 0 && seen)
            return new(EccState.None, "no modules");
        if (modules.Count == 0 || modules.Any(m => m.Module.Type is null))
            return new(EccState.Unknown, "not known");
        var with = modules.Count(m => m.Module.Type!.Value.HasEcc());
        if (with == 0)
            return seen ? new(EccState.None, "none") : Unseen;
        if (with < modules.Count)
            return q.Sheet.Memory.EccMixing switch
            {
                EccMixing.NoStart => new(EccState.NoStart, "no start, mixed"),
                EccMixing.EccOff => new(EccState.Off, "off, mixed"),
                _ => new(EccState.Unknown, "off or no start, mixed"),
            };
        if (q.Sheet.Memory.EccWorks == false)
            return new(EccState.Off, "off, board", "the board");
        foreach (var socket in q.Sheet.Sockets)
            if (build.At(Place.Socket(socket.Id))?.Processor?.Ecc == false)
                return new(EccState.Off, $"off, {socket.Id}", Say.Place(Place.Socket(socket.Id)));
        // Boards that take registered modules use the code; with unbuffered ones it is each board's own choice.
        return q.Sheet.Memory.EccWorks is null && modules.Any(m => m.Module.Type == ModuleType.UnbufferedEcc)
                ? new(EccState.Unknown, "not known, sheet silent")
            : seen ? new(EccState.On, "on")
            : Unseen;
    }

    /// <summary>One more module, of the other kind, decides otherwise.</summary>
    private static readonly EccResult Unseen = new(EccState.Unknown, "not known, slots not looked at");
}

/// <summary>Chips for correction that stay unused.</summary>
public static class EccUse
{
    public static readonly Rule Unused = new(
        "MEM-ECC-UNUSED",
        Family.Memory,
        Severity.Note,
        "The modules carry ECC, {who} does not use it: errors are not corrected.",
        "The extra chips are only of use where board and processor read them.",
        "machine sheet or processor's sheet, ECC",
        Basis.Sheet
    )
    {
        LeansOn = ["/memory/eccWorks"],
    };

    public static IEnumerable<Finding> Judge(EccResult ecc) => ecc.OffBy is { } who ? [Finding.Of(Unused, [], null, ("who", who))] : [];
}
