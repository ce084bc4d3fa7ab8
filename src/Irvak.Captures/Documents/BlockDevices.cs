using Irvak.Core.Observations;

namespace Irvak.Captures.Documents;

/// <summary>The block device listing as JSON (util-linux, <c>lsblk -J -b -O</c>): disks with their parts, mounts and stacked
/// devices.</summary>
internal static class BlockDevices
{
    public static JsonReading? Read(JsonValue document)
    {
        if (document["blockdevices"] is not { IsArray: true } list)
            return null;
        var drives = new List<SeenDrive>();
        var inBytes = true;
        foreach (var device in list.Items.Where(d => d["type"]?.Is("disk"u8) == true && !IsVirtual(d)).Take(4096))
        {
            inBytes &= device["size"]?.Text is not { } size || size.All(char.IsAsciiDigit);
            drives.Add(Drive(device));
        }
        return JsonReading.Of(
            "block devices",
            new Observation { Drives = drives },
            inBytes ? [] : ["Sizes are rounded here; run lsblk with -b to see bytes."]
        );
    }

    /// <summary>Memory disks, loop files and arrays are no drives.</summary>
    private static bool IsVirtual(JsonValue device) =>
        device["name"]?.Text is { } name
        && (
            name.StartsWith("loop", StringComparison.Ordinal)
            || name.StartsWith("zram", StringComparison.Ordinal)
            || name.StartsWith("ram", StringComparison.Ordinal)
            || name.StartsWith("md", StringComparison.Ordinal)
        );

    private static SeenDrive Drive(JsonValue d)
    {
        List<JsonValue> below = d["children"] is null ? [] : [.. d.Objects().Skip(1)];
        var array = JsonValue.FirstOf(below, b => b["type"]?.Begins("raid"u8) == true)?["name"]?.Text;
        var pool = below
            .Prepend(d)
            .Select(b => b["fstype"]?.Text)
            .FirstOrDefault(f => f is "zfs_member" or "LVM2_member" or "linux_raid_member" or "ddf_raid_member" or "isw_raid_member");
        var label = pool is null ? null : JsonValue.FirstOf(below.Prepend(d), b => b["fstype"]?.Text == pool)?["label"]?.Text;
        return new SeenDrive
        {
            Path = d["path"]?.Text ?? (d["name"]?.Text is { } name ? "/dev/" + name : null),
            Maker =
                d["vendor"]?.Text is { } vendor && !vendor.StartsWith("0x", StringComparison.Ordinal) && vendor != "ATA" ? vendor : null,
            Model = d["model"]?.Text,
            Serial = d["serial"]?.Text,
            Firmware = d["rev"]?.Text,
            Bytes = d["size"] is { } size && size.Text?.All(char.IsAsciiDigit) == true && size.Long is > 0 and var bytes ? bytes : null,
            Rotational = d["rota"]?.Bool,
            Transport = d["tran"]?.Text,
            SectorBytes = d["log-sec"]?.Int,
            PhysicalSectorBytes = d["phy-sec"]?.Int,
            Uses = [.. below.Prepend(d).SelectMany(Mounts).Distinct().Take(32)],
            MemberOf = array ?? (pool is null ? null : label ?? pool),
            Line = d.Line,
        };
    }

    private static IEnumerable<string> Mounts(JsonValue device)
    {
        if (device["mountpoint"]?.Text is { } one)
            yield return one;
        foreach (var mount in device["mountpoints"]?.Items ?? [])
            if (mount.Text is { } text)
                yield return text;
    }
}
