using System.Text.Json.Serialization;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>A machine that a job told of.</summary>
/// <param name="Job">The newest job about it.</param>
/// <param name="Name">Maker and name of its sheet.</param>
public sealed record KnownMachine(
    string Job,
    string Title,
    DateTimeOffset BegunAt,
    string BegunBy,
    string Name,
    string? Serial,
    string? HostName
);

/// <summary>A machine sheet by its name.</summary>
/// <param name="Has">What of it tells it from others: "8 bays, 2 memory slots".</param>
public sealed record SheetHit(string Id, string Name, string Has);

/// <summary>Machines that words mean: those that jobs told of, then sheets.</summary>
/// <param name="Others">Sheets that are not shown.</param>
public sealed record KnownMachines(IReadOnlyList<KnownMachine> Known, IReadOnlyList<SheetHit> Sheets, int Others)
{
    /// <summary>True where there may be more known machines than are shown: more words find them.</summary>
    public bool More { get; init; }

    private const int MostLooked = 60,
        MostShown = 6;

    [JsonIgnore]
    public bool IsEmpty => Known.Count + Sheets.Count == 0;

    /// <summary>A word means what one of the machine's words begins with. Shorter texts than three letters mean all sheets.</summary>
    public static async Task<KnownMachines> Of(string typed, Listings listings, Library library, CancellationToken cancel)
    {
        var words = ShelfWords.Typed(typed);
        var all = await library.Sheets(cancel);
        var sheets = all.Where(s => Means(words, s.FullName)).Take(MostShown).Select(Hit).ToList();
        if (words.Sum(w => w.Length) < 3)
            return new([], sheets, all.Count - sheets.Count);
        var jobs = await listings.Found(new JobFilter(typed), null, MostLooked, cancel);
        var drawn = await listings.Sheets(jobs.Select(j => j.Listing?.PlateSheet).OfType<string>(), cancel);
        var known = jobs
        // Newest first: of one machine its newest job stands.
        .Where(j => j.Listing?.PlateSheet is { } mark && drawn.ContainsKey(mark))
            .Select(j => new KnownMachine(
                j.Number,
                j.Title,
                j.BegunAt,
                j.BegunBy,
                drawn[j.Listing!.PlateSheet!].FullName,
                j.Listing.Serial,
                j.Listing.HostName
            ))
            // A job is found by its parts too; a machine is not.
            .Where(k => Means(words, $"{k.Name} {k.Serial} {k.HostName} {k.Title} {k.Job} {k.Job.TrimStart('0')}"))
            .DistinctBy(k => k.Serial ?? k.HostName ?? "job " + k.Job)
            .OrderBy(k => !Means(words, $"{k.Name} {k.Serial} {k.HostName}"))
            .ToList();
        return new(known.Take(MostShown).ToList(), sheets, all.Count - sheets.Count)
        {
            More = known.Count > MostShown || jobs.Count == MostLooked,
        };
    }

    private static bool Means(IReadOnlyList<string> words, string text)
    {
        var own = ShelfWords.Cut(text);
        return words.Count > 0 && words.All(w => own.Any(o => o.StartsWith(w, StringComparison.Ordinal)));
    }

    private static SheetHit Hit(MachineSheet s)
    {
        string?[] has =
        [
            Count(s.Channels.Sum(c => c.Slots.Count), "memory slot"),
            Count(s.Bays.Sum(b => b.Names.Count), "bay"),
            Count(s.Slots.Count, "card slot"),
            Count(s.M2.Count, "M.2 place"),
        ];
        return new(s.Id, s.FullName, string.Join(", ", has.OfType<string>()));
    }

    private static string? Count(int n, string what) => n == 0 ? null : $"{n} {what}{(n == 1 ? "" : "s")}";
}
