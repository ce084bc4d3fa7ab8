using System.Runtime.CompilerServices;
using Irvak.Core.Builds;
using Irvak.Core.Sheets;

namespace Irvak.Core.Evidence;

/// <summary>What a maker's list says of one part.</summary>
public enum Listing
{
    /// <summary>A row names it by number, or its brand, kind and size.</summary>
    Named,

    /// <summary>The list has parts of its kind, and it is not among them.</summary>
    Missing,

    /// <summary>Something that a row asks for is not known of the part.</summary>
    NotKnown,
}

/// <summary>The rows of a sheet's list, found by number.</summary>
public sealed class MakersList
{
    private static readonly ConditionalWeakTable<IReadOnlyList<ListedPart>, MakersList> Known = [];

    // A list says 4 TB and means every drive of that name.
    private const double Near = 0.02;

    private readonly Dictionary<(ListedKind, string), ListedPart> _byNumber = [];
    private readonly List<ListedPart> _kinds = [];
    private readonly HashSet<ListedKind> _has = [];

    private MakersList(IReadOnlyList<ListedPart> rows)
    {
        foreach (var row in rows)
        {
            _has.Add(row.What);
            if (row.Number is { } number)
                _byNumber.TryAdd((row.What, ListedPart.Plain(number)), row);
            else
                _kinds.Add(row);
        }
    }

    public static MakersList Of(MachineSheet sheet) => Known.GetValue(sheet.Listed, rows => new(rows));

    /// <summary>What the list says of a part; null when it has no row for its kind: such a list says nothing.</summary>
    /// <param name="row">The row that names it.</param>
    public Listing? About(Unit unit, out ListedPart? row)
    {
        row = null;
        if (KindOf(unit) is not { } kind || !_has.Contains(kind))
            return null;
        foreach (var number in Numbers(unit))
            if (_byNumber.TryGetValue((kind, ListedPart.Plain(number)), out row))
                return Listing.Named;
        var open = !Numbers(unit).Any() && _byNumber.Keys.Any(k => k.Item1 == kind);
        foreach (var of in _kinds.Where(r => r.What == kind))
            switch (IsOf(of, unit))
            {
                case true:
                    row = of;
                    return Listing.Named;
                case null:
                    open = true;
                    break;
            }
        return open ? Listing.NotKnown : Listing.Missing;
    }

    /// <summary>True when a row names this part, so that a limit beside the list is not meant for it.</summary>
    public static bool Names(MachineSheet sheet, Unit? unit) =>
        sheet.Listed.Count > 0 && unit is not null && Of(sheet).About(unit, out _) == Listing.Named;

    /// <summary>True when the list answers for this part, as on it or as off it: then a limit beside it adds nothing to its fate.</summary>
    public static bool Answers(MachineSheet sheet, Unit unit) =>
        sheet.Listed.Count > 0 && Of(sheet).About(unit, out _) is Listing.Named or Listing.Missing;

    public static ListedKind? KindOf(Unit unit) =>
        unit.Module is not null ? ListedKind.Module
        : unit.Drive is not null ? ListedKind.Drive
        : unit.Card is not null ? ListedKind.Card
        : null;

    private static IEnumerable<string> Numbers(Unit unit) =>
        new[]
        {
            unit.Module?.PartNumber,
            unit.Drive?.Model,
            unit.Card?.Name,
            // The name of a card begins with its maker's where nothing else tells it.
            unit.Card
                is { Maker: { } maker, Name: var name }
            && name.StartsWith(maker + " ", StringComparison.OrdinalIgnoreCase)
                ? name[(maker.Length + 1)..]
                : null,
        }.OfType<string>();

    /// <summary>Whether a part is of a row's brand, kind and size; null when what is not known of it decides.</summary>
    private static bool? IsOf(ListedPart row, Unit unit)
    {
        bool? Same<T>(T? wanted, T? its)
            where T : struct =>
            wanted is null ? true
            : its is null ? null
            : wanted.Value.Equals(its.Value);
        var brand = unit.Module?.Maker ?? unit.Drive?.Maker ?? unit.Card?.Maker;
        bool?[] all =
        [
            row.Maker is null ? true
            : brand is null ? null
            : string.Equals(row.Maker, brand, StringComparison.OrdinalIgnoreCase),
            Same(row.Media, unit.Drive?.Media),
            Same(row.Protocol, unit.Drive?.Protocol),
            Same(row.Type, unit.Module?.Type),
            IsNear(row.TB * 1e12, unit.Drive?.Bytes),
            IsNear(row.GiB * 1024, unit.Module?.CapacityMiB),
        ];
        return all.Contains(false) ? false
            : all.Contains(null) ? null
            : true;
    }

    private static bool? IsNear(double? wanted, double? its) =>
        wanted is null ? true
        : its is null ? null
        : Math.Abs(its.Value - wanted.Value) <= wanted.Value * Near;
}
