using System.Collections;
using System.Reflection;
using System.Runtime.CompilerServices;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Observations;

/// <summary>What is read twice is one: every field of every record is walked, so that a new one can't be forgotten. Definition, no source
/// outside.</summary>
public class MergeTests
{
    // How a capture counts its lines, and at which line it told what, belongs to that capture alone.
    private static readonly HashSet<string> OfOneCapture = [nameof(Observation.CountsIn), nameof(Observation.At)];

    private static readonly PropertyInfo[] Told = Written<Observation>().Where(p => !OfOneCapture.Contains(p.Name)).ToArray();

    public static TheoryData<string> Fields => [.. Told.Select(p => p.Name)];

    public static TheoryData<string> LoadFields => [.. Written<SeenLoad>().Select(p => p.Name)];

    public static TheoryData<string> DriveFields =>
        [.. Written<SeenDrive>().Where(p => p.Name is not (nameof(SeenDrive.Line) or nameof(SeenDrive.Serial))).Select(p => p.Name)];

    public static TheoryData<string> FactFields => [.. Written<SystemFacts>().Select(p => p.Name)];

    private static IEnumerable<PropertyInfo> Written<T>() =>
        typeof(T).GetProperties().Where(p => p.SetMethod is not null && p.Name != "EqualityContract");

    /// <summary>Some value of a type; another number gives another value where the type has more than one.</summary>
    private static object Some(Type type, int n)
    {
        var plain = Nullable.GetUnderlyingType(type) ?? type;
        if (plain == typeof(string))
            return $"v{n}";
        if (plain == typeof(bool))
            return n % 2 == 1;
        if (plain.IsEnum)
            return Enum.GetValues(plain).GetValue(n % Enum.GetValues(plain).Length)!;
        if (plain.IsPrimitive || plain == typeof(decimal))
            return Convert.ChangeType(n, plain);
        if (plain == typeof(IReadOnlyDictionary<string, string>))
            return new Dictionary<string, string> { [$"k{n}"] = "by" };
        if (plain.IsGenericType && plain.GetGenericTypeDefinition() == typeof(IReadOnlyList<>))
        {
            var list = (IList)Activator.CreateInstance(typeof(List<>).MakeGenericType(plain.GetGenericArguments()))!;
            list.Add(Some(plain.GetGenericArguments()[0], n));
            return list;
        }
        if (plain == typeof(SeenDrive))
            return new SeenDrive { Serial = $"S{n}" };
        return plain.GetConstructor(Type.EmptyTypes) is { } make ? make.Invoke([]) : RuntimeHelpers.GetUninitializedObject(plain);
    }

    private static T With<T>(T thing, PropertyInfo property, object? value)
        where T : class
    {
        var copy = (T)typeof(T).GetMethod("<Clone>$")!.Invoke(thing, null)!;
        property.SetValue(copy, value);
        return copy;
    }

    private static object? Counted(object? value) =>
        value is IReadOnlyList<SeenDrive> drives ? string.Join(",", drives.Select(d => d.Serial)) : value;

    [Theory]
    [MemberData(nameof(Fields))]
    public void What_the_newer_capture_tells_counts_and_what_it_does_not_tell_stands(string field)
    {
        var property = typeof(Observation).GetProperty(field)!;
        var (old, seen) = (
            With(new Observation(), property, Some(property.PropertyType, 1)),
            With(new Observation(), property, Some(property.PropertyType, 2))
        );
        Assert.Equal(Counted(property.GetValue(old)), Counted(property.GetValue(Readings.Over(old, new Observation()))));
        Assert.Equal(Counted(property.GetValue(seen)), Counted(property.GetValue(Readings.Over(new Observation(), seen))));
        // Drives of two captures are drives of one machine.
        if (field != nameof(Observation.Drives) && field != nameof(Observation.Load))
            Assert.Equal(property.GetValue(seen), property.GetValue(Readings.Over(old, seen)));
    }

    [Theory]
    [MemberData(nameof(LoadFields))]
    public void A_load_is_merged_field_by_field(string field)
    {
        var property = typeof(SeenLoad).GetProperty(field)!;
        Observation Of(object? value) => new() { Load = With(new SeenLoad(), property, value) };
        object? Merged(object? old, object? seen) => property.GetValue(Readings.Over(Of(old), Of(seen)).Load);
        var (one, two) = (Some(property.PropertyType, 1), Some(property.PropertyType, 2));
        Assert.Equal([one, two, two], [Merged(one, null), Merged(null, two), Merged(one, two)]);
    }

    [Theory]
    [MemberData(nameof(DriveFields))]
    public void The_same_drive_of_two_captures_is_one_with_what_either_tells(string field)
    {
        var property = typeof(SeenDrive).GetProperty(field)!;
        var (bare, told) = (
            new SeenDrive { Serial = "S1" },
            With(new SeenDrive { Serial = "S1" }, property, Some(property.PropertyType, 1))
        );
        foreach (var (first, second) in new[] { (bare, told), (told, bare) })
            Assert.Equal(property.GetValue(told), property.GetValue(Assert.Single(SeenDrives.Join([first], [second]))));
    }

    [Theory]
    [MemberData(nameof(FactFields))]
    public void Facts_that_came_before_stand_until_somebody_tells_them_anew(string field)
    {
        var property = typeof(SystemFacts).GetProperty(field)!;
        SystemFacts Facts(int n) => With(new SystemFacts(), property, Some(property.PropertyType, n));
        JobState Told(params SystemFacts[] told) =>
            Boards.Job(Boards.Server, "A1") is var job
                ? told.Aggregate(job with { System = new SystemFacts() }, (s, f) =>
                    s.With(new RecordFound(new Dictionary<Place, Unit?>(), f, "a capture"))
                )
                : job;
        Assert.Equal(property.GetValue(Facts(1)), property.GetValue(Told(Facts(1), new SystemFacts()).System));
        if (field == nameof(SystemFacts.Origins))
            Assert.Equal(["k1", "k2"], Told(Facts(1), Facts(2)).System.Origins!.Keys);
        else
            Assert.Equal(property.GetValue(Facts(2)), property.GetValue(Told(Facts(1), Facts(2)).System));
    }
}
