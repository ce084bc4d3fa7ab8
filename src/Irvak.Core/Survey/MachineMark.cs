using Irvak.Core.Builds;
using Irvak.Core.Observations;

namespace Irvak.Core.Survey;

/// <summary>By what a capture tells its machine from others: the maker, the product and the serial number of the whole.</summary>
public sealed record MachineMark(string? Maker, string? Product, string? Serial)
{
    public static MachineMark Of(Observation seen) => new(Trimmed(seen.Maker), Trimmed(seen.Product), Trimmed(seen.Serial));

    /// <summary>The marks of what a job was told already, each with the kinds of capture that told it; while none told any, the machine of
    /// its sheet, whose name is a product's, for every kind.</summary>
    public static IReadOnlyList<(IReadOnlyList<string> Kinds, MachineMark Mark)> Known(MachineState state)
    {
        List<(IReadOnlyList<string> Kinds, MachineMark Mark)> told =
        [
            .. state
                .Readings.Select(r => (Kinds: (IReadOnlyList<string>)[.. SurveyFold.Kinds(r.Key)], Mark: Of(r.Value)))
                .Where(k => k.Mark.TellsAny),
        ];
        return told.Count == 0 && state.Sheet is { Draft: false } sheet ? [([], new(sheet.Maker, sheet.Name, null))] : told;
    }

    /// <summary>True when it can be told apart at all.</summary>
    public bool TellsAny => Product is not null || Serial is not null;

    /// <summary>"Quillon Heron T4, serial number QH-0031".</summary>
    public string Words =>
        string.Join(
            ", ",
            new[]
            {
                Product is null ? null
                : Maker is null || Product.StartsWith(Maker, StringComparison.OrdinalIgnoreCase) ? Product
                : $"{Maker} {Product}",
                Serial is null ? null : $"serial number {Serial}",
            }.OfType<string>()
        );

    /// <summary>
    /// True when the two are surely two machines. Tools name one machine in different words, and some number its chassis: between kinds of
    /// capture both product and number must differ, within one kind either does, unless the numbers agree.
    /// </summary>
    /// <param name="oneKind">Whether captures of the same kind told them.</param>
    public bool IsAnother(MachineMark other, bool oneKind)
    {
        var numbers = Differ(Serial, other.Serial);
        var products = Differ(Product, other.Product);
        return oneKind ? numbers ?? products ?? false : numbers == true && products == true;
    }

    // Null where one of them is not told.
    private static bool? Differ(string? one, string? other) =>
        one is null || other is null ? null : !string.Equals(one, other, StringComparison.OrdinalIgnoreCase);

    private static string? Trimmed(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();
}
