using Irvak.Core.Evidence;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Verdicts;

/// <param name="Bad">A plan where the rule applies.</param>
/// <param name="Good">A neighbour where it must not.</param>
internal sealed record RuleCase(
    string Code,
    Severity Severity,
    string Sentence,
    JobState Bad,
    JobState Good,
    EvidenceBook? Evidence = null,
    params ShelfPart[] Shelf
);
