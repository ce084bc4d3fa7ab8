using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>
/// Arrays whose record is a firmware's own: the kernel lists a set of drives that is no array, and the arrays that lie on it (md(4),
/// external metadata).
/// </summary>
internal sealed class FirmwareSets
{
    private readonly Dictionary<string, string?> _of = new(StringComparer.Ordinal);

    /// <param name="set">The set that the array lies on; null for the set itself.</param>
    public void Tell(string name, string? set) => _of[name] = set;

    /// <summary>The same without the sets; a drive that only the set has stands by for its arrays.</summary>
    public IReadOnlyList<SeenRaid> In(IReadOnlyList<SeenRaid> told) =>
        _of.Count == 0 ? told : [.. told.Where(a => !IsSet(a.Name)).Select(a => _of.ContainsKey(a.Name) ? Whole(a, told) : a)];

    private bool IsSet(string name) => _of.TryGetValue(name, out var on) && on is null;

    private SeenRaid Whole(SeenRaid array, IReadOnlyList<SeenRaid> told)
    {
        var used = told.Where(a => !IsSet(a.Name)).SelectMany(a => a.Members).Select(m => m.Name).ToHashSet();
        var standing = told.Where(a => a.Name == _of[array.Name]).SelectMany(a => a.Members).Where(m => !used.Contains(m.Name));
        return array with { OfFirmware = true, Members = [.. array.Members, .. standing.Select(m => m with { Role = "spare" })] };
    }
}
