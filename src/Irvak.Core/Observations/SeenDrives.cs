namespace Irvak.Core.Observations;

/// <summary>The same drive seen by several tools is one drive: told by its serial number, else by its name in the system.</summary>
public static class SeenDrives
{
    public static IReadOnlyList<SeenDrive> Join(IReadOnlyList<SeenDrive> before, IReadOnlyList<SeenDrive> more)
    {
        if (before.Count == 0)
            return Once(more);
        return Once([.. before, .. more]);
    }

    private static List<SeenDrive> Once(IReadOnlyList<SeenDrive> all)
    {
        var joined = new List<SeenDrive>(all.Count);
        var bySerial = new Dictionary<string, int>(StringComparer.OrdinalIgnoreCase);
        var byPath = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (var drive in all)
        {
            var at =
                drive.Serial is { } s && bySerial.TryGetValue(s, out var i) ? i
                : drive.Path is { } p && byPath.TryGetValue(p, out var j) && (drive.Serial is null || joined[j].Serial is null) ? j
                : -1;
            if (at < 0)
            {
                at = joined.Count;
                joined.Add(drive);
            }
            else
                joined[at] = Both(joined[at], drive);
            if (joined[at].Serial is { } serial)
                bySerial[serial] = at;
            if (joined[at].Path is { } path)
                byPath[path] = at;
        }
        return WithoutNameless(joined);
    }

    /// <summary>A drive known only by its name in the system is the one whose serial number came with that name later.</summary>
    private static List<SeenDrive> WithoutNameless(List<SeenDrive> drives)
    {
        var named = new Dictionary<string, int>(StringComparer.Ordinal);
        for (var i = 0; i < drives.Count; i++)
            if (drives[i] is { Serial: not null, Path: { } path })
                named[path] = i;
        var gone = new HashSet<int>();
        for (var i = 0; i < drives.Count; i++)
            if (drives[i] is { Serial: null, Path: { } path } && named.TryGetValue(path, out var at))
            {
                drives[at] = Both(drives[at], drives[i]);
                gone.Add(i);
            }
        return gone.Count == 0 ? drives : [.. drives.Where((_, i) => !gone.Contains(i))];
    }

    private static SeenDrive Both(SeenDrive a, SeenDrive b) =>
        a with
        {
            Path = a.Path ?? b.Path,
            Maker = a.Maker ?? b.Maker,
            Model = a.Model ?? b.Model,
            Serial = a.Serial ?? b.Serial,
            Firmware = a.Firmware ?? b.Firmware,
            Bytes = a.Bytes ?? b.Bytes,
            Rotational = b.Rpm is not null ? b.Rotational : a.Rotational ?? b.Rotational,
            Rpm = a.Rpm ?? b.Rpm,
            Transport = a.Transport ?? b.Transport,
            SectorBytes = a.SectorBytes ?? b.SectorBytes,
            PhysicalSectorBytes = a.PhysicalSectorBytes ?? b.PhysicalSectorBytes,
            Form = a.Form ?? b.Form,
            LinkMostGbs = a.LinkMostGbs ?? b.LinkMostGbs,
            LinkNowGbs = a.LinkNowGbs ?? b.LinkNowGbs,
            Uses = [.. a.Uses.Union(b.Uses)],
            MemberOf = a.MemberOf ?? b.MemberOf,
            Enclosure = a.Enclosure ?? b.Enclosure,
            Bay = a.Bay ?? b.Bay,
            State = a.State ?? b.State,
            Health = b.Health ?? a.Health,
        };
}
