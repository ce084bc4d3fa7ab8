using System.Text.Json;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;

namespace Irvak.Core.Plans;

/// <summary>What comes into a list and what goes from it.</summary>
public sealed record ListChange(IReadOnlyList<string> Add, IReadOnlyList<string> Drop);

/// <summary>
/// Changes single fields of something planned and nothing else of it, so that two hands at one array, or two quick changes of one
/// hand, take nothing of each other back.
/// </summary>
/// <param name="Subject">Whose: <c>array:NAME</c>, <c>cache:NAME</c>, <c>volume:NAME</c>, <c>runs:NAME</c>, <c>boot</c>, <c>figures</c> or
/// <c>start</c>.</param>
/// <param name="To">New values by field; null leaves the usual one.</param>
/// <param name="Lists">Lists of places by field: what comes in, what goes.</param>
/// <param name="Was">Values before, which history tells; filled in when it is applied, whatever was sent.</param>
[EditName("changeFields")]
public sealed record ChangeFields(
    string Subject,
    IReadOnlyDictionary<string, JsonElement?> To,
    IReadOnlyDictionary<string, ListChange>? Lists = null,
    IReadOnlyDictionary<string, JsonElement?>? Was = null
) : JobEdit
{
    private IReadOnlyDictionary<string, ListChange> InLists => Lists ?? new Dictionary<string, ListChange>();

    public override IEnumerable<string> Touches() =>
        [
            .. To.Keys.Select(f => Clashes.Part(Subject, f)),
            .. InLists.SelectMany(l => l.Value.Add.Concat(l.Value.Drop).Select(p => Clashes.Part(Subject, $"{l.Key} {p}"))),
        ];

    public override string ValueAt(string subject)
    {
        foreach (var (field, value) in To)
            if (Clashes.Part(Subject, field) == subject)
                return FieldWords.Value(field, value);
        foreach (var (field, change) in InLists)
        foreach (var place in change.Add.Concat(change.Drop))
            if (Clashes.Part(Subject, $"{field} {place}") == subject)
                return change.Add.Contains(place) ? "in it" : "not in it";
        return Tell();
    }

    public override string Tell()
    {
        var said = To.Select(t =>
                $"{FieldWords.Of(t.Key)} {(Was?.ContainsKey(t.Key) == true ? $"from {FieldWords.Value(t.Key, Was[t.Key])} " : "")}to "
                + $"{FieldWords.Value(t.Key, t.Value)}"
            )
            .Concat(
                InLists.SelectMany(l =>
                    l.Value.Add.Select(p => $"{FieldWords.Of(l.Key)}: {Place.NameIn(p)} comes in")
                        .Concat(l.Value.Drop.Select(p => $"{FieldWords.Of(l.Key)}: {Place.NameIn(p)} goes"))
                )
            );
        return $"changes {SubjectWords.Of(Subject)}: {string.Join("; ", said)}";
    }

    public override SheetProblem? Refusal(JobState state) => FieldFold.Refusal(state, this);

    public override JobState Applied(JobState state, Stamp stamp) => FieldFold.Apply(state, this, stamp);
}
