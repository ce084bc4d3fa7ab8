using System.Collections;
using System.Collections.Frozen;
using System.Diagnostics.CodeAnalysis;
using System.Text.Json;

namespace Irvak.Core.Sheets;

/// <summary>Modules of the shelf that no rule tells apart, by what evidence and limits look at.</summary>
/// <param name="First">The first of them, in the order of the shelf.</param>
/// <param name="Parts">How many parts of the shelf are such modules.</param>
public sealed record ModuleKind(ModuleSheet First, int Parts);

/// <summary>Parts of the shelf with the same sheet, which are one part at several places and prices.</summary>
/// <param name="Parts">The cheapest first, those of unknown price last.</param>
public sealed record Offer(IReadOnlyList<ShelfPart> Parts)
{
    /// <summary>The cheapest that lies there so often, else the cheapest; null when there is no other than the one left out.</summary>
    /// <param name="pieces">How many are wanted.</param>
    /// <param name="except">Id of a part that is not meant; null for none.</param>
    public ShelfPart? Of(int pieces, string? except = null)
    {
        ShelfPart? cheapest = null;
        foreach (var part in Parts)
            if (part.Id == except)
                continue;
            else if (part.InStock >= pieces)
                return part;
            else
                cheapest ??= part;
        return cheapest;
    }

    /// <summary>The one of which most lie there, and of those the cheapest.</summary>
    public ShelfPart Most => Parts.MaxBy(p => p.InStock)!;
}

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
        _flash,
        _controllers;
    private readonly Lazy<IReadOnlyList<Offer>> _offeredModules,
        _offeredDrives,
        _offeredCards,
        _offeredProcessors;
    private readonly Lazy<ShelfIndex> _index;

    public static readonly ShelfBook Empty = new(new Dictionary<string, ShelfPart>());

    private ShelfBook(IReadOnlyDictionary<string, ShelfPart> byId, ShelfBook? before = null)
    {
        _byId = byId;
        var searched = before?._index is { IsValueCreated: true, Value: var index } ? index : null;
        _index = new(() => ShelfIndex.Of(this, searched));
        _offeredModules = new(() => Offers(Modules, p => p.Module));
        _offeredDrives = new(() => Offers(Values, p => p.Drive));
        _offeredCards = new(() => Offers(Values, p => Text(p.Card)));
        _offeredProcessors = new(() => Offers(Values, p => Text(p.Processor)));
        _kinds = new(() =>
            [
                .. Modules
                    .Select(p => p.Module!)
                    .GroupBy(m => (m.Generation, m.Form, m.Type, m.CapacityMiB))
                    .Select(g => new ModuleKind(g.First(), g.Count())),
            ]
        );
        _accessories = new(() =>
            Offers(Values, p => Text(p.Accessory))
                .Select(o => o.Of(1)!)
                .GroupBy(p => p.Accessory!.Kind)
                .ToFrozenDictionary(g => g.Key, g => g.ToArray())
        );
        _modules = new(() => [.. Values.Where(p => p.Module is not null)]);
        _controllers = new(() =>
            [.. OfferedCards.Select(o => o.Of(1)!).Where(p => p.Card is { Controller: not null, IsBootCarrier: false })]
        );
        _flash = new(() =>
            [
                .. Values
                    .Where(p => p.InStock > 0 && p.Drive is { Media: DriveMedia.Flash })
                    .OrderBy(p => p.PriceEur ?? decimal.MaxValue)
                    .ThenBy(p => p.Id, StringComparer.Ordinal),
            ]
        );
    }

    /// <summary>Parts with the same sheet as one, in the order of the shelf.</summary>
    /// <param name="sheet">What is the same of them; null for parts of another kind.</param>
    private static IReadOnlyList<Offer> Offers<T>(IEnumerable<ShelfPart> parts, Func<ShelfPart, T?> sheet)
        where T : class =>
        [
            .. parts
                .GroupBy(sheet)
                .Where(g => g.Key is not null)
                .Select(g => new Offer([.. g.OrderBy(p => p.PriceEur ?? decimal.MaxValue).ThenBy(p => p.Id, StringComparer.Ordinal)])),
        ];

    // Sheets with lists in them are the same when their texts are: lists that were read apart are not equal.
    private static string? Text<T>(T? sheet)
        where T : class => sheet is null ? null : JsonSerializer.Serialize(sheet);

    /// <summary>The same parts as a book; a book stays the one it is.</summary>
    public static ShelfBook Of(IReadOnlyDictionary<string, ShelfPart> parts) => parts as ShelfBook ?? new(parts);

    /// <summary>These parts as a book; of two with one id the first.</summary>
    /// <param name="before">The shelf as it was: what did not change is not gathered again for a search; null when there is none.</param>
    public static ShelfBook Of(IEnumerable<ShelfPart> parts, ShelfBook? before = null) =>
        new(parts.DistinctBy(p => p.Id).ToDictionary(p => p.Id), before);

    /// <summary>Its parts by the words they are found by.</summary>
    public ShelfIndex Index => _index.Value;

    /// <summary>Kinds of module, in the order of the shelf.</summary>
    public IReadOnlyList<ModuleKind> ModuleKinds => _kinds.Value;

    /// <summary>Parts that are modules, in the order of the shelf.</summary>
    public IReadOnlyList<ShelfPart> Modules => _modules.Value;

    /// <summary>Modules of which one stands for all with its sheet; so are the others.</summary>
    public IReadOnlyList<Offer> OfferedModules => _offeredModules.Value;

    public IReadOnlyList<Offer> OfferedDrives => _offeredDrives.Value;

    public IReadOnlyList<Offer> OfferedCards => _offeredCards.Value;

    public IReadOnlyList<Offer> OfferedProcessors => _offeredProcessors.Value;

    /// <summary>Of each controller card one part: the cheapest that is in stock, else the cheapest.</summary>
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
