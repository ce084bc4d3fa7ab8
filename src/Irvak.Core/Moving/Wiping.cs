using System.Text.Json.Serialization;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Moving;

/// <summary>How a drive that leaves is made unreadable (the ways of NIST SP 800-88: clear, purge, destroy).</summary>
[JsonConverter(typeof(JsonStringEnumConverter<WipeWay>))]
public enum WipeWay
{
    [JsonStringEnumMemberName("overwrite")]
    Overwrite,

    [JsonStringEnumMemberName("crypto")]
    Crypto,

    [JsonStringEnumMemberName("sanitise")]
    Sanitise,

    [JsonStringEnumMemberName("destroy")]
    Destroy,

    [JsonStringEnumMemberName("keep")]
    Keep,
}

/// <summary>What was decided or done about one drive.</summary>
/// <param name="Who">Who did it; null while it is only planned.</param>
public sealed record Wipe(WipeWay Way, string? Who, DateTimeOffset? When);

/// <summary>One way, for this drive.</summary>
/// <param name="Hours">How long it takes; null when its own command decides.</param>
/// <param name="Remark">What to know about it here.</param>
public sealed record WipeOption(WipeWay Way, string Name, double? Hours, string Remark);

/// <summary>A drive that leaves the machine.</summary>
public sealed record LeavingDrive(Place Place, string Name, string? Serial, IReadOnlyList<WipeOption> Options, Wipe? Planned);

/// <summary>Drives that leave, and how what was on them is made unreadable.</summary>
public static class Wiping
{
    internal static readonly Dictionary<WipeWay, string> Words = new()
    {
        [WipeWay.Overwrite] = "Overwritten once",
        [WipeWay.Crypto] = "Key thrown away",
        [WipeWay.Sanitise] = "The drive’s own sanitise command",
        [WipeWay.Destroy] = "Destroyed",
        [WipeWay.Keep] = "Kept as it is, for going back",
    };

    public static readonly Rule Unsaid = new(
        "WIPE-UNSAID",
        Family.Wipe,
        Severity.Care,
        "{count} with what is on {them}: say how, and by whom, {they} wiped.",
        "What leaves the shop readable is out of hand. Local rules and the owner decide how.",
        "NIST SP 800-88 for the ways",
        Basis.Standard
    );

    public static IReadOnlyList<LeavingDrive> Of(MoveInput q) =>
        [
            .. DriveChanges
                .InOrder(q)
                .Where(c => c is { TakesPart: true, Out.Drive: { Media: not DriveMedia.Tape } })
                .Select(c => new LeavingDrive(
                    c.Place,
                    c.Out!.Short,
                    c.Out.Serial,
                    Options(c.Out.Drive!),
                    q.Wipes.GetValueOrDefault(c.Place)
                )),
        ];

    // Minutes that throwing a key away or a flash drive's own command take, in hours. Common practice, no source.
    private const double KeyHours = 0.02,
        FlashSanitiseHours = 0.1;

    private static List<WipeOption> Options(DriveSheet drive)
    {
        double? pass = drive.Bytes is { } bytes ? DriveDefaults.OverAPass(drive, DriveDefaults.Writes(drive).Value).HoursFor(bytes) : null;
        var flash = drive.Media == DriveMedia.Flash;
        return
        [
            new(
                WipeWay.Overwrite,
                Words[WipeWay.Overwrite],
                pass,
                flash
                    ? "leaves spare blocks of flash untouched: take another way where it matters"
                    : "one pass over every sector; bad ones that were replaced keep theirs"
            ),
            new(
                WipeWay.Crypto,
                Words[WipeWay.Crypto],
                KeyHours,
                drive.SelfEncrypting == true ? "it encrypts by itself" : "only if it was encrypted all along"
            ),
            new(
                WipeWay.Sanitise,
                Words[WipeWay.Sanitise],
                flash ? FlashSanitiseHours : pass,
                "where the drive has it; see that it reports the end"
            ),
            new(WipeWay.Destroy, Words[WipeWay.Destroy], null, "for drives that no longer answer; with a certificate"),
            new(WipeWay.Keep, Words[WipeWay.Keep], 0, "in a labelled bag under lock, with a date to decide"),
        ];
    }

    public static IEnumerable<Finding> Judge(IReadOnlyList<LeavingDrive> leaving)
    {
        Place[] open = [.. leaving.Where(l => l.Planned is null).Select(l => l.Place)];
        if (open.Length > 0)
            yield return Finding.Of(
                Unsaid,
                open,
                null,
                ("count", $"{Say.Slots(open).TrimEnd(',')} {(open.Length == 1 ? "leaves" : "leave")}"),
                ("them", open.Length == 1 ? "it" : "them"),
                ("they", open.Length == 1 ? "it is" : "they are")
            );
    }
}
