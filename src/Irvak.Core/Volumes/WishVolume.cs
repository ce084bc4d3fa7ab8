using System.Globalization;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Volumes;

/// <summary>Wishes a volume, or says something else of the one of its name.</summary>
/// <param name="Was">Its name before, where it gets another; null when it keeps it or is new.</param>
[EditName("wishVolume")]
public sealed record WishVolume(WishedVolume Volume, string? Was = null) : SliceEdit<VolumeSlice>
{
    // No volume of a machine is larger, and none grows faster.
    private const double MostTB = 1_000_000;

    public override IEnumerable<string> Touches() =>
        Was is null || Was == Volume.Name ? ["volume:" + Volume.Name] : ["volume:" + Was, "volume:" + Volume.Name];

    public override string ValueAt(string subject) => subject == "volume:" + Volume.Name ? FieldWords.All(Volume) : "another name";

    public override string Tell() =>
        Was is not null && Was != Volume.Name
            ? $"calls volume {Was} {Volume.Name}"
            : $"wishes volume {Volume.Name}: {Arrays.Workloads.Of(Volume.Use).Name}"
                + (Volume.OnItTB is { } on ? $", {on.ToString("0.###", CultureInfo.InvariantCulture)} TB on it" : "");

    public override SheetProblem? Refusal(MachineState machine, VolumeSlice slice) => Wrong(slice) ?? WrongRequests();

    private SheetProblem? Wrong(VolumeSlice slice)
    {
        if (Volume.Name.Trim().Length is 0 or > WishedVolume.LongestName || Volume.Name != Volume.Name.Trim())
            return new("/edit/volume/name", $"A volume’s name has 1 to {WishedVolume.LongestName} letters.");
        if (Was is not null && slice.All.All(v => v.Name != Was))
            return new("/edit/was", $"There is no volume {Was}.");
        if (Was is not null && Was != Volume.Name && slice.All.Any(v => v.Name == Volume.Name))
            return new("/edit/volume/name", $"There is a volume {Volume.Name} already.");
        if (Was is null && slice.All.Count >= WishedVolume.Most && slice.All.All(v => v.Name != Volume.Name))
            return new("/edit/volume", $"A machine has at most {WishedVolume.Most} volumes here.");
        if (Volume.OnItTB is not (null or (>= 0 and <= MostTB)))
            return new("/edit/volume/onItTB", "On it are 0 TB or more.");
        if (Volume.GrowthTB is not (null or (>= 0 and <= MostTB)))
            return new("/edit/volume/growthTB", "It grows by 0 TB a year or more.");
        if (Volume.Failures is not (null or (>= 0 and <= 100)))
            return new("/edit/volume/failures", "Wish a whole number of drives.");
        if (Volume.BackedUpTo?.Length > WishedVolume.LongestBackup)
            return new("/edit/volume/backedUpTo", $"At most {WishedVolume.LongestBackup} letters.");
        return null;
    }

    private SheetProblem? WrongRequests() =>
        Volume.RequestKiB is not (null or (>= 1 and <= 1_048_576)) ? new("/edit/volume/requestKiB", "A request has 1 KiB to 1 GiB.")
        : Volume.Reads is not (null or (>= 0 and <= 1)) ? new("/edit/volume/reads", "Reads are 0 to 100 % of the requests.")
        : Volume.RequestsPerSecond is not (null or (>= 0 and <= 1e9))
            ? new("/edit/volume/requestsPerSecond", "Wish 0 requests a second or more.")
        : null;

    public override VolumeSlice Applied(MachineState machine, VolumeSlice slice, Stamp stamp) =>
        slice.All.FindIndex(v => v.Name == (Was ?? Volume.Name)) is >= 0 and var at
            ? slice with
            {
                All = slice.All.SetItem(at, Volume),
            }
            : slice with
            {
                All = slice.All.Add(Volume),
            };
}
