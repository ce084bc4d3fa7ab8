using System.Text.Json;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Tests;

namespace Irvak.Core.Tests;

/// <summary>Jobs over the machines of the demo, filled and planned by chance: the same seed makes the same job.</summary>
internal static class SampleJobs
{
    public static readonly IReadOnlyDictionary<string, ShelfPart> Shelf = ReadShelf();

    private static readonly ArrayLevel[] Levels = Enum.GetValues<ArrayLevel>();

    public static IEnumerable<(string Name, JobState Job)> All(int seeds) =>
        from file in Directory.GetFiles(Repository.At("demo", "sheets"), "*.json").Order()
        from seed in Enumerable.Range(1, seeds)
        select (
            $"{Path.GetFileNameWithoutExtension(file)}-{seed}",
            Of(JsonSerializer.Deserialize<MachineSheet>(File.ReadAllText(file), JsonSerializerOptions.Web)!, seed)
        );

    private static JobState Of(MachineSheet sheet, int seed)
    {
        var chance = new Random(seed);
        Place[] places =
        [
            .. sheet.Sockets.Select(s => Place.Socket(s.Id)),
            .. sheet.Channels.SelectMany(c => c.Slots).Select(Place.Slot),
            .. sheet.Bays.SelectMany(b => b.Names).Select(Place.Bay),
            .. sheet.M2.Select(m => Place.M2(m.Id)),
            .. sheet.Slots.Select(s => Place.Card(s.Id)),
        ];
        var alike = new Dictionary<PlaceKind, Unit?>();
        Unit? Some(Place place)
        {
            // Most places of a kind hold the same part, as in machines that people have.
            var kind = place.Kind;
            if (alike.TryGetValue(kind, out var one) && chance.Next(3) > 0)
                return one;
            var parts = Shelf.Values.Where(p => Fits(p, kind)).ToList();
            return alike[kind] = parts.Count == 0 ? null : Unit(parts[chance.Next(parts.Count)]);
        }
        var found = places.Where(p => chance.Next(5) > 0).ToDictionary(p => p, p => p.IsSocket || chance.Next(2) == 0 ? Some(p) : null);
        List<Edit> edits =
        [
            new RecordFound(found, new SystemFacts { OsBits = chance.Next(4) == 0 ? 32 : 64, Firmware = "1.0" }, "test"),
            .. places
                .Where(_ => chance.Next(3) == 0)
                .Select(p =>
                    chance.Next(6) == 0 ? (Edit)new Remove(p)
                    : Some(p) is { } unit ? new Fit(p, unit)
                    : new Remove(p)
                )
                .ToList(),
            new SetPolicy(Enum.GetValues<Policy>()[chance.Next(Enum.GetValues<Policy>().Length)]),
            new SetWish(WishKind.MemoryGiB, 1 << chance.Next(3, 11)),
            new SetWish(WishKind.UsableTB, chance.Next(1, 60)),
            new SetWish(WishKind.Failures, chance.Next(0, 3)),
        ];
        var job = edits.Aggregate(EditFold.Apply(JobState.Start, new AdoptSheet(sheet), Boards.Stamp), Tried);
        Place[] drives = [.. job.Planned.Units.Where(u => u.Value.Drive is not null && u.Key.HoldsDrive).Select(u => u.Key).Order()];
        var half = drives.Length - (drives.Length / 3);
        job = Tried(
            job,
            new MakeArray(
                new(
                    "A",
                    Levels[chance.Next(Levels.Length)],
                    drives[..half],
                    Enum.GetValues<ArrayHost>()[chance.Next(3)],
                    Use: Enum.GetValues<ArrayUse>()[chance.Next(7)]
                )
                {
                    WrittenGBPerDay = chance.Next(2) * 500,
                }
            )
        );
        if (half < drives.Length)
            job = Tried(job, new PlanCache(new("K", [drives[half]], [new("A", 100)], chance.Next(2) == 0, 50)));
        if (half + 1 < drives.Length)
            job = Tried(job, new PlanBoot(new BootPlan([drives[half + 1]])));
        return job;
    }

    /// <summary>The same jobs after captures were read, of the machine before the work and of the machine after it.</summary>
    public static IEnumerable<(string Name, JobState Job)> Read(int seeds) =>
        All(seeds)
            .Select(
                (j, i) =>
                    (
                        $"{j.Name}-read",
                        new Edit[]
                        {
                            new ReadBefore(new SampleReadings(j.Job.Sheet!, new Build(j.Job.Found), i).All(), "a listing"),
                            new ReadBefore(new SampleReadings(j.Job.Sheet!, new Build(j.Job.Found), i + 1000).All(), "another"),
                            new ReadAfter(new SampleReadings(j.Job.Sheet!, j.Job.Planned, i + 2000).All(), "afterwards"),
                        }.Aggregate(j.Job, Tried)
                    )
            );

    private static JobState Tried(JobState state, Edit edit) =>
        EditFold.Refusal(state, edit) is null ? EditFold.Apply(state, edit, Boards.Stamp) : state;

    private static Unit Unit(ShelfPart part) =>
        new()
        {
            Module = part.Module,
            Drive = part.Drive,
            Card = part.Card,
            Processor = part.Processor,
            Source = "shelf",
            ShelfPartId = part.Id,
        };

    private static bool Fits(ShelfPart part, PlaceKind kind) =>
        kind switch
        {
            PlaceKind.Slot => part.Module is not null,
            PlaceKind.Socket => part.Processor is not null,
            PlaceKind.Card => part.Card is not null,
            PlaceKind.M2 => part.Drive is { Form: "m.2" or "msata" },
            _ => part.Drive is { Form: not ("m.2" or "msata") },
        };

    private static Dictionary<string, ShelfPart> ReadShelf()
    {
        var root = JsonDocument.Parse(File.ReadAllText(Repository.At("demo", "shelf.json"))).RootElement;
        var parts =
            root.ValueKind == JsonValueKind.Array
                ? root
                : root.EnumerateObject().First(p => p.Value.ValueKind == JsonValueKind.Array).Value;
        return parts
            .Deserialize<List<ShelfPart>>(JsonSerializerOptions.Web)!
            .OrderBy(p => p.Id, StringComparer.Ordinal)
            .ToDictionary(p => p.Id);
    }
}
