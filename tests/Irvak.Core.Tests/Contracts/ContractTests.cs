using System.Reflection;
using System.Text.Json;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Contracts;

/// <summary>Whatever comes in is held against one contract; the bounds are common practice, no source.</summary>
public class ContractTests
{
    private static ChangeFields Field(string json) =>
        new(
            "cache:K",
            new Dictionary<string, System.Text.Json.JsonElement?> { ["failures"] = System.Text.Json.JsonDocument.Parse(json).RootElement },
            new Dictionary<string, ListChange>()
        );

    private static readonly Type[] Numeric =
    [
        typeof(double),
        typeof(decimal),
        typeof(int),
        typeof(long),
        typeof(float),
        typeof(short),
        typeof(byte),
        typeof(uint),
        typeof(Throughput),
    ];

    /// <summary>Every type that stands in an edit, a part, a sheet, an evidence record or a capture's reading.</summary>
    private static HashSet<Type> Documents()
    {
        var seen = new HashSet<Type>();
        void Add(Type type)
        {
            type = Nullable.GetUnderlyingType(type) ?? type;
            foreach (var inner in type.GetGenericArguments())
                Add(inner);
            if (type.Assembly != typeof(Edit).Assembly || Numeric.Contains(type) || !seen.Add(type))
                return;
            foreach (var field in type.GetProperties(BindingFlags.Public | BindingFlags.Instance).Where(p => p.SetMethod is not null))
                Add(field.PropertyType);
        }
        foreach (var edit in typeof(Edit).Assembly.GetTypes().Where(t => !t.IsAbstract && t.IsSubclassOf(typeof(Edit))))
            Add(edit);
        Add(typeof(ShelfPart));
        Add(typeof(EvidenceRecord));
        return seen;
    }

    [Fact]
    public void Every_number_of_every_document_has_bounds()
    {
        bool IsNumber(Type type) => Numeric.Contains(Nullable.GetUnderlyingType(type) ?? type) || type.GetGenericArguments().Any(IsNumber);
        var unbounded =
            from type in Documents()
            from field in type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
            where field.SetMethod is not null && IsNumber(field.PropertyType)
            where !ContractTable.Numbers.ContainsKey($"{type.Name}.{field.Name}") && !ContractTable.Numbers.ContainsKey(field.Name)
            select $"{type.Name}.{field.Name}";
        Assert.Empty(unbounded);
    }

    [Fact]
    public void Every_bound_takes_its_ends_and_refuses_what_lies_beyond()
    {
        foreach (var (name, span) in ContractTable.Numbers.Where(n => !n.Key.Contains('.')))
        {
            Assert.True(span.Least < span.Most, name);
            var step = Math.Max(span.Most * 1e-9, 1e-9);
            Assert.Null(Bound(name, span.Least));
            Assert.Null(Bound(name, span.Most));
            Assert.NotNull(Bound(name, span.Least - Math.Max(Math.Abs(span.Least) * 1e-6, 1e-9)));
            Assert.NotNull(Bound(name, span.Most + step));
        }
        foreach (var odd in new[] { double.NaN, double.PositiveInfinity, double.NegativeInfinity, -0.0 })
            Assert.NotNull(Bound("Exponent", odd));
    }

    private static SheetProblem? Bound(string name, double value) => Contract.NumberProblem(value, "Anything", name, "/" + name);

    private static DriveSheet Drive => new() { Model = "M", Bytes = 4_000_000_000_000 };

    private static ReadBefore Benchmark(double rate) =>
        new(new Observation { Benchmarks = [new("M-read", "read", new(rate), null, null, 1)] }, "benchmark");

    public static TheoryData<object, string?> Cases =>
        new()
        {
            { new Fit(Place.Bay("1"), new Unit { Source = "shelf", Drive = Drive }), null },
            {
                new Fit(Place.Bay("1"), new Unit { Source = "shelf", Drive = Drive with { RatedWritesTB = 0 } }),
                "/edit/unit/drive/ratedWritesTB"
            },
            {
                new Fit(Place.Bay("1"), new Unit { Source = "shelf", Drive = Drive with { RatedWritesTB = 1e18 } }),
                "/edit/unit/drive/ratedWritesTB"
            },
            {
                new Fit(Place.Bay("1"), new Unit { Source = "shelf", Drive = Drive with { RatedWritesTB = -1 } }),
                "/edit/unit/drive/ratedWritesTB"
            },
            {
                new Fit(Place.Bay("1"), new Unit { Source = "shelf", Drive = Drive with { Media = (DriveMedia)65_536 } }),
                "/edit/unit/drive/media"
            },
            { new Fit(Place.Bay("1"), null!), "/edit/unit" },
            { new Fit(null!, new Unit { Source = "shelf" }), "/edit/place" },
            { new ReadBefore(new Observation { Pci = [new SeenPci { Address = null! }] }, "bus"), "/edit/seen/pci/0/address" },
            { new ReadBefore(new Observation { Pci = [null!] }, "bus"), "/edit/seen/pci/0" },
            { Benchmark(1e8), null },
            { Benchmark(1.1e8), "/edit/seen/benchmarks/0/mBs" },
            { Benchmark(-0.1), "/edit/seen/benchmarks/0/mBs" },
            { Benchmark(double.NaN), "/edit/seen/benchmarks/0/mBs" },
            { new ReadBefore(new Observation { At = new Dictionary<string, int> { ["serial"] = -1 } }, "bus"), "/edit/seen/at/serial" },
            { new RecordFound(new Dictionary<Place, Unit?> { [Place.Bay("1")] = null }, null, "by hand"), null },
            {
                new RecordFound(new Dictionary<Place, Unit?> { [Place.Bay("a/b~c")] = new Unit { Source = "x\0" } }, null, "by hand"),
                "/edit/places/bay:a~1b~0c/source"
            },
            { new MakeArray(new ArrayPlan("M", ArrayLevel.Mirror, [Place.Bay("1"), null!])), "/edit/array/members/1" },
            { new SetNote("machine", "two\nlines"), null },
            { new SetNote("machine", new string('x', 2_000)), null },
            { new SetNote("machine", new string('x', 2_001)), "/edit/text" },
            { new SetTick("k", true, new string('x', 1_001)), "/edit/wording" },
            { new HandOver("Tide\u0007house"), "/edit/to" },
            { new HandOver("\uD83D\uDCBE"), null },
            { new HandOver("\uD83D"), "/edit/to" },
            { new HandOver("a\u202Eb"), "/edit/to" },
            { Field("[\"\\ud83d\\udcbe\"]"), null },
            { Field("[\"\\ud83d\"]"), "/edit/to/failures/0" },
            { Field("{\"\\ud83d\":1}"), "/edit/to/failures" },
            { new HandOver(new string('x', 121)), "/edit/to" },
            { new Together("all", [new SetNote("machine", "ok"), new HandOver("\0")]), "/edit/edits/1/to" },
            { new Together("all", [null!]), "/edit/edits/0" },
            { new SetWish((WishKind)99, 1), "/edit/wish" },
        };

    [Theory]
    [MemberData(nameof(Cases))]
    public void What_breaks_the_contract_is_said_with_its_path(object edit, string? path) =>
        Assert.Equal(path, Contract.Problem(edit, "/edit")?.Path);

    [Theory]
    [InlineData("""{"a":{"b":[1,"x"]}}""", null)]
    [InlineData("""{"a":"\u0000"}""", "/a")]
    [InlineData("""{"a":[1e400]}""", "/a/0")]
    [InlineData("""{"a":{"b":"\u0007"}}""", "/a/b")]
    public void Fields_that_are_not_known_must_be_storable(string json, string? path) =>
        Assert.Equal(path, Contract.Problem(JsonSerializer.Deserialize<ModuleSheet>(json, JsonSerializerOptions.Web))?.Path);

    [Fact]
    public void A_list_beyond_its_room_is_refused_as_a_whole()
    {
        Place[] Names(int n) => [.. Enumerable.Range(0, n).Select(i => Place.Bay($"{i}"))];
        Assert.Null(Contract.Problem(new ArrayPlan("M", ArrayLevel.Stripe, Names(512))));
        Assert.Equal("/members", Contract.Problem(new ArrayPlan("M", ArrayLevel.Stripe, Names(513)))?.Path);
    }

    [Fact]
    public void Sheets_and_parts_say_their_own_words_first_and_the_contract_the_rest()
    {
        var part = new ShelfPart { Id = "x", Drive = Drive with { RatedWritesTB = 0, Rpm = 30_000 } };
        var problems = Core.Shelf.PartCheck.Check(part);
        Assert.Equal(["/drive/rpm", "/drive/ratedWritesTB"], problems.Select(p => p.Path));
        Assert.Equal("A disk turns at most 20 000 times a minute.", problems[0].Text);
        Assert.Equal(
            "/drive/model",
            Assert.Single(Core.Shelf.PartCheck.Check(part with { Drive = new DriveSheet { Model = "\u0001" } })).Path
        );
    }
}
