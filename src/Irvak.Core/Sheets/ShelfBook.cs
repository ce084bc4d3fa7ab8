using System.Collections;
using System.Collections.Frozen;
using System.Diagnostics.CodeAnalysis;
using System.Text.Json;

namespace Irvak.Core.Sheets;

/// <summary>Modules of the shelf that no rule tells apart, by what evidence and limits look at.</summary>
/// <param name="First">The first of them, in the order of the shelf.</param>
/// <param name="Parts">How many parts of the shelf are such modules.</param>
public sealed record ModuleKind(ModuleSheet First, int Parts);

/// <summary>
/// The shelf as a job looks at it: parts by id, and lists that are gathered once and not again for each rule of each job. It never
/// changes; a changed shelf is another book.
/// </summary>
#pragma warning disable CA1710 // A book, as that of evidence is one: nobody collects anything in it.
public sealed class ShelfBook : IReadOnlyDictionary<string, ShelfPart>
#pragma warning restore CA1710
{
    private readonly IReadOnlyDictionary<string, ShelfPart> _byId;
    private readonly Lazy<IReadOnlyList<ModuleKind>> _kinds;
    private readonly Lazy<FrozenDictionary<AccessoryKind, ShelfPart[]>> _accessories;
    private readonly Lazy<IReadOnlyList<ShelfPart>> _modules,
        _drives,
        _flash,
        _cards,
        _controllers,
        _processors;

    public static readonly ShelfBook Empty = new(new Dictionary<string, ShelfPart>());

    private ShelfBook(IReadOnlyDictionary<string, ShelfPart> byId)
    {
        _byId = byId;
        _kinds = new(() =>
            [
                .. Modules
                    .Select(p => p.Module!)
                    .GroupBy(m => (m.Generation, m.Form, m.Type, m.CapacityMiB))
                    .Select(g => new ModuleKind(g.First(), g.Count())),
            ]
        );
        _accessories = new(() =>
            Values
                .Where(p => p.Accessory is not null)
                .GroupBy(p => p.Accessory!.Kind)
                .ToFrozenDictionary(g => g.Key, g => Best(g, p => p.Accessory!))
        );
        _modules = new(() => [.. Values.Where(p => p.Module is not null)]);
        _drives = new(() => [.. Values.Where(p => p.Drive is not null)]);
        _cards = new(() => [.. Values.Where(p => p.Card is not null)]);
        _processors = new(() => [.. Values.Where(p => p.Processor is not null)]);
        _controllers = new(() => Best(Cards.Where(p => p.Card!.Controller is not null), p => p.Card!));
        _flash = new(() =>
            [
                .. Drives
                    .Where(p => p.InStock > 0 && p.Drive is { Media: DriveMedia.Flash })
                    .OrderBy(p => p.PriceEur ?? decimal.MaxValue)
                    .ThenBy(p => p.Id, StringComparer.Ordinal),
            ]
        );
    }

    /// <summary>Of parts with the same sheet one: one that is in stock before others, then the cheapest.</summary>
    private static ShelfPart[] Best<T>(IEnumerable<ShelfPart> parts, Func<ShelfPart, T> sheet) =>
        [
            .. parts
                // The whole of what is known of it: lists in it are equal when they say the same.
                .GroupBy(p => JsonSerializer.Serialize(sheet(p)))
                .Select(g => g.OrderByDescending(p => p.InStock > 0).ThenBy(p => p.PriceEur ?? decimal.MaxValue).First()),
        ];

    /// <summary>The same parts as a book; a book stays the one it is.</summary>
    public static ShelfBook Of(IReadOnlyDictionary<string, ShelfPart> parts) => parts as ShelfBook ?? new(parts);

    /// <summary>These parts as a book; of two with one id the first.</summary>
    public static ShelfBook Of(IEnumerable<ShelfPart> parts) => new(parts.DistinctBy(p => p.Id).ToDictionary(p => p.Id));

    /// <summary>Kinds of module, in the order of the shelf.</summary>
    public IReadOnlyList<ModuleKind> ModuleKinds => _kinds.Value;

    /// <summary>Parts that are modules, in the order of the shelf; so are the others.</summary>
    public IReadOnlyList<ShelfPart> Modules => _modules.Value;

    public IReadOnlyList<ShelfPart> Drives => _drives.Value;

    public IReadOnlyList<ShelfPart> Cards => _cards.Value;

    public IReadOnlyList<ShelfPart> Processors => _processors.Value;

    /// <summary>Of each controller card one part: one that is in stock before others, then the cheapest.</summary>
    public IReadOnlyList<ShelfPart> Controllers => _controllers.Value;

    /// <summary>Drives without moving parts that are in stock, the cheapest first; those of unknown price come last.</summary>
    public IReadOnlyList<ShelfPart> Flash => _flash.Value;

    /// <summary>Of each accessory of a kind one part, as for <see cref="Controllers"/>, in the order of the shelf.</summary>
    public IReadOnlyList<ShelfPart> Accessories(AccessoryKind kind) => _accessories.Value.GetValueOrDefault(kind, []);

    public IEnumerable<string> Keys => _byId.Keys;

    public IEnumerable<ShelfPart> Values => _byId.Values;

    public int Count => _byId.Count;

    public ShelfPart this[string key] => _byId[key];

    public bool ContainsKey(string key) => _byId.ContainsKey(key);

    public bool TryGetValue(string key, [MaybeNullWhen(false)] out ShelfPart value) => _byId.TryGetValue(key, out value);

    public IEnumerator<KeyValuePair<string, ShelfPart>> GetEnumerator() => _byId.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}
