namespace Irvak.Core.Observations;

/// <summary>Memory errors that the system counted since it started (ECC).</summary>
/// <param name="Corrected">Single bits that were put right.</param>
/// <param name="Uncorrected">Errors that could not be put right.</param>
/// <param name="Modules">The modules it counts one by one; empty when it counts by controller only.</param>
public sealed record SeenErrorCounts(long Corrected, long Uncorrected, IReadOnlyList<SeenModuleErrors> Modules, int Line)
{
    public string Words => $"{Corrected} corrected, {Uncorrected} uncorrected";

    public bool Any => Corrected > 0 || Uncorrected > 0;
}

/// <param name="Name">Name in the counters, such as mc0 dimm3.</param>
/// <param name="Label">The slot's name where the system knows it.</param>
public sealed record SeenModuleErrors(string Name, string? Label, long Corrected, long Uncorrected, int Line)
{
    public bool Any => Corrected > 0 || Uncorrected > 0;
}

/// <summary>Result of a memory test.</summary>
/// <param name="MiB">Memory under test.</param>
/// <param name="Passes">Passes that came to their end.</param>
/// <param name="Finished">It said itself that it is done.</param>
/// <param name="Errors">Places that did not hold what was written.</param>
/// <param name="Failed">The patterns at which it happened.</param>
public sealed record SeenMemoryTest(
    string Tool,
    double MiB,
    int Passes,
    bool Finished,
    long Errors,
    IReadOnlyList<string> Failed,
    int Line
);
