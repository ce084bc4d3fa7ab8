using System.Collections;
using System.Reflection;
using System.Text.Json;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Web.Tests;

/// <summary>Random edits of every kind, made from the shape of their records alone: what is added later is tried too.</summary>
internal sealed class AnyEdit(Random random, JobState state, IReadOnlyList<ShelfPart> shelf)
{
    private static readonly Type[] Kinds =
    [
        .. typeof(Edit)
            .Assembly.GetTypes()
            .Where(t => t is { IsAbstract: false } && t.IsSubclassOf(typeof(Edit)) && t != typeof(AdoptSheet))
            .OrderBy(t => t.Name),
    ];

    private static readonly double[] Odd =
    [
        0,
        1,
        2,
        3,
        4,
        5,
        8,
        12,
        16,
        24,
        64,
        0.5,
        0.1,
        1e-3,
        100,
        512,
        1000,
        4096,
        1e4,
        1e6,
        1e9,
        4e12,
        1e15,
        -1,
        -0.0,
        0.9,
    ];

    public static int KindCount => Kinds.Length;

    /// <summary>Share of optional values that are left out.</summary>
    private double _bare;

    public Edit Next(int kind)
    {
        _bare = random.NextDouble();
        return (Edit)Make(Kinds[kind % Kinds.Length], "", 0)!;
    }

    private IEnumerable<string> Places => state.Sheet is { } sheet ? SheetPlaces.All(sheet).Select(p => p.ToString()) : [];

    private object? Make(Type type, string name, int depth)
    {
        if (Nullable.GetUnderlyingType(type) is { } inner)
            return random.NextDouble() < _bare ? null : Make(inner, name, depth);
        if (type == typeof(string))
            return Text(name);
        if (type == typeof(bool))
            return random.Next(2) == 0;
        if (type == typeof(int))
            return (int)Math.Clamp(Number(name), int.MinValue, int.MaxValue);
        if (type == typeof(long))
            return (long)Math.Clamp(Number(name), -1e15, 9e15);
        if (type == typeof(double))
            return Number(name);
        if (type == typeof(decimal))
            return (decimal)Math.Clamp(Number(name), -1e15, 1e15);
        if (type == typeof(DateOnly))
            return new DateOnly(2026, 1, 1).AddDays(random.Next(1000));
        if (type == typeof(DateTimeOffset))
            return DateTimeOffset.UnixEpoch.AddDays(random.Next(20_000));
        if (type == typeof(Place))
            return Place.Parse(Text(name)!);
        if (type.IsEnum)
            return Enum.GetValues(type).GetValue(random.Next(Enum.GetValues(type).Length));
        if (type == typeof(JsonElement))
            return JsonSerializer.SerializeToElement<object?>(
                random.Next(4) switch
                {
                    0 => Number(name),
                    1 => Text(name),
                    2 => random.Next(2) == 0,
                    _ => new[] { Text("place") },
                }
            );
        if (type == typeof(Edit))
            return Make(Kinds[random.Next(Kinds.Length)] is var kind && kind == typeof(Together) ? typeof(Remove) : kind, "", depth + 1);
        if (type == typeof(Core.Builds.Unit) && random.Next(3) > 0)
            return Core.Builds.Unit.Of(shelf[random.Next(shelf.Count)]) with
            {
                Serial = Text("serial"),
                MemberOf = random.Next(3) == 0 ? "md0" : null,
            };
        if (type.IsGenericType && typeof(IEnumerable).IsAssignableFrom(type))
            return Many(type, name, depth);
        return Record(type, depth + 1);
    }

    private object Key(Type type, string name) =>
        Text(
            name is "More" ? "any"
            : name is "Splits" ? "slot"
            : name is "To" or "Was" ? "field"
            : "place"
        )!
            is var text
        && type == typeof(Place)
            ? Place.Parse(text)
            : text;

    private object? Many(Type type, string name, int depth)
    {
        var of = type.GetGenericArguments();
        var count = depth > 4 ? 0 : random.Next(random.Next(6) == 0 ? 12 : 4);
        if (of.Length == 2)
        {
            var map = (IDictionary)Activator.CreateInstance(typeof(Dictionary<,>).MakeGenericType(of))!;
            for (var i = 0; i < count; i++)
                map[Key(of[0], name)] =
                    random.NextDouble() < _bare / 2 && (!of[1].IsValueType || Nullable.GetUnderlyingType(of[1]) is not null)
                        ? null
                        : Make(of[1], name, depth + 1);
            return map;
        }
        var list = (IList)Activator.CreateInstance(typeof(List<>).MakeGenericType(of))!;
        for (var i = 0; i < count; i++)
            list.Add(Make(of[0], name, depth + 1));
        return list;
    }

    private object Record(Type type, int depth)
    {
        var nullable = new NullabilityInfoContext();
        bool Left(NullabilityInfo info) => info.ReadState == NullabilityState.Nullable && (depth > 5 || random.NextDouble() < _bare);
        var constructor = type.GetConstructors()
            .Where(c => c.GetParameters() is not [{ } only] || only.ParameterType != type)
            .MaxBy(c => c.GetParameters().Length)!;
        var made = constructor.Invoke([
            .. constructor.GetParameters().Select(p => Left(nullable.Create(p)) ? null : Make(p.ParameterType, p.Name!, depth)),
        ]);
        foreach (
            var field in type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(p => p.SetMethod is not null && constructor.GetParameters().All(c => c.Name != p.Name))
        )
            if (field.Name == "More" || field.Name == "Format")
                continue;
            else if (!Left(nullable.Create(field)))
                field.SetValue(made, Make(field.PropertyType, field.Name, depth));
        return made;
    }

    private double Number(string name)
    {
        // Mostly within what the contract takes, at its ends too, sometimes beyond.
        var span = Core.Contracts.ContractTable.Numbers.GetValueOrDefault(
            char.ToUpperInvariant(name is "" ? 'x' : name[0]) + (name.Length > 1 ? name[1..] : "")
        );
        if (span is null || random.Next(20) == 0)
            return Odd[random.Next(Odd.Length)];
        return random.Next(6) switch
        {
            0 => span.Least,
            1 => span.Most,
            2 => span.Least + ((span.Most - span.Least) * random.NextDouble()),
            _ => Math.Clamp(Odd[random.Next(Odd.Length)], span.Least, span.Most) + 0.0,
        };
    }

    private string? Text(string name)
    {
        string Of(params IEnumerable<string> all) => all.ToList() is { Count: > 0 } list ? list[random.Next(list.Count)] : "x";
        if (random.Next(25) == 0)
            return Of("", "x", " ", "0", "-1", "one stands still", "plug:FAN 1", "🖴", new string('y', 60));
        return name.ToLowerInvariant() switch
        {
            "place" or "from" or "about" or "members" or "spares" or "places" or "add" or "drop" => Of(Places),
            "to" => Of(Places.Append("").Append("md0").Append("M")),
            "slot" => Of(state.Sheet!.Slots.Select(s => s.Id)),
            "group" => Of(state.Sheet!.Bays.Select(b => b.Group)),
            "array" or "name" or "memberof" => Of("M", "N", "md0", "md1", "K"),
            "subject" => Of(
                Places.Append("array:md0").Append("array:M").Append("cache:K").Append("boot").Append("figures").Append("start")
            ),
            "field" => Of(
                "stripKiB",
                "use",
                "level",
                "members",
                "groups",
                "writtenGBPerDay",
                "writeBack",
                "hotGB",
                "seconds",
                "drives",
                "baseGB",
                "places",
                "diskFailures",
                "volumes",
                "host"
            ),
            "path" => Of(UnknownRegister.Of(state).Select(u => u.Path).Append("system.osBits").Append("memory.generation")),
            "value" => Of(
                "64",
                "32",
                "DDR4",
                "DDR5",
                "dimm",
                "registered",
                "yes",
                "no",
                "2400",
                "one stands still",
                "0",
                "128",
                "A1 A2 | B1 B2",
                "as seen",
                "12 TB",
                "-3"
            ),
            "key" => Of(Keys),
            "part" => Of(Core.Power.AirParts.Of(state.Sheet!)),
            "by" => Of("by hand", "firmware listing", "bus listing", "drive health", "log"),
            "locator" or "designation" => Of(state.Sheet!.Channels.SelectMany(c => c.Slots).Concat(state.Sheet.Sockets.Select(s => s.Id))),
            "bay" => Of(state.Sheet!.Bays.SelectMany(b => b.Names).Append("0")),
            "serial" => Of(state.Found.Values.Select(u => u.Serial).OfType<string>().Append($"S{random.Next(9)}")),
            "form" => Of("3.5", "2.5", "m.2", "u.2", "aic"),
            "transport" => Of("sata", "sas", "nvme", "usb"),
            "level" => Of("raid1", "raid5", "raid6", "raid10", "raid0", "linear"),
            "address" => Of("00:1f.2", "0000:3b:00.0", "5e:00.0", "zz"),
            "key2" or "state" or "role" => Of("active", "failed", "spare", "clean", "degraded"),
            "protection" => Of("battery", "capacitor", "none"),
            "class" => Of("desktop", "nearline", "enterprise", "10k", "15k", "client", "camera", "cached-raid", "ports"),
            "height" => Of("full", "low"),
            "bus" => Of("pcie", "pci", "ocp", "mezzanine"),
            _ => Of("a", "Tidehouse", "4 TB", "16GB 2Rx4", "SFF-8643", "x8"),
        };
    }

    private IEnumerable<string> Keys
    {
        get
        {
            if (state.Sheet is null)
                return ["start"];
            var evaluation = Core.Evaluation.Evaluate(Core.Question.Of(state, Core.Evidence.EvidenceBook.Empty, ShelfBook.Empty));
            var expected = evaluation.Expectations.Select(e => e.Key).ToList();
            // Lines of few kinds are asked as often as those of many modules.
            return expected
                .GroupBy(k => k.Split('.')[0])
                .SelectMany(g => g.Take(6))
                .Concat(evaluation.Runbook.Steps.Select(s => s.Key).Take(6))
                .Concat(Core.Survey.SurveyChecks.Questions.Keys);
        }
    }
}
