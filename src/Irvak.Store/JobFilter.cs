using Dapper;
using Irvak.Core;
using Irvak.Core.Sheets;

namespace Irvak.Store;

/// <summary>Which jobs are looked for; null is what nobody asked for. What is asked for must all be so.</summary>
/// <param name="Words">Words that a job holds, or beginnings of them.</param>
/// <param name="By">Who began it.</param>
/// <param name="Machine">Maker and name of its sheet.</param>
/// <param name="DueBy">Promised for this day or an earlier one, and not handed over.</param>
public sealed record JobFilter(
    string? Words = null,
    string? Owner = null,
    string? By = null,
    string? Machine = null,
    Stage? Stage = null,
    DateOnly? DueBy = null
)
{
    /// <summary>What is asked of the table, and the values for it.</summary>
    internal (List<string> Where, DynamicParameters Values) Where()
    {
        var where = new List<string>();
        var values = new DynamicParameters();
        void Ask(string sql, string name, object value)
        {
            where.Add(sql);
            values.Add(name, value);
        }
        if (Words is not null && ShelfWords.Typed(Words) is { Count: > 0 } words)
            Ask("search @@ @wanted::tsquery", "wanted", Lexemes.Beginning(words));
        // Words without a word in them find nothing, whatever else is asked.
        else if (!string.IsNullOrWhiteSpace(Words))
            return ([], values);
        if (Owner is not null)
            Ask("owner = @owner", "owner", Owner);
        if (By is not null)
            Ask("begun_by = @begunBy", "begunBy", By);
        if (Machine is not null)
            Ask("machine = @machine", "machine", Machine);
        if (Stage is { } stage)
            Ask("coalesce(stage, 'survey') = @stage", "stage", Listings.Name(stage));
        if (DueBy is { } day)
            Ask("promised_for <= @dueBy::date", "dueBy", day.ToString("O"));
        return (where, values);
    }
}

/// <summary>How many of a part the jobs at work still take from the shelf.</summary>
/// <param name="Jobs">Their numbers, the oldest first.</param>
public sealed record WantedPart(string Part, int Count, IReadOnlyList<string> Jobs);

/// <summary>What jobs can be filtered by, the most frequent first.</summary>
public sealed record JobChoices(IReadOnlyList<string> Owners, IReadOnlyList<string> Machines, IReadOnlyList<string> People);
