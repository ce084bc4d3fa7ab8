using Irvak.Structure;

switch (args)
{
    case ["floors", var file]:
        File.WriteAllText(file, FloorsPicture.Draw(FolderGraph.Of(CoreSources.Read(Directory.GetCurrentDirectory()))));
        return 0;
    case ["mutate", var count, var seed, .. var only] when only is [] or ["numbers"]:
        var survivors = new MutationRun(Directory.GetCurrentDirectory(), Console.Out).Survivors(
            int.Parse(count),
            int.Parse(seed),
            onlyNumbers: only.Length > 0
        );
        Console.WriteLine(
            survivors.Count == 0 ? "Every change was noticed." : $"{survivors.Count} of {count} changes were noticed by no test."
        );
        return survivors.Count > 2 ? 1 : 0;
    default:
        Console.Error.WriteLine(
            """
            From the repository's root:
              floors FILE         draws the floors of the core into FILE
              mutate COUNT SEED [numbers]
                                  changes the core in COUNT places, or only its numbers, one at a time, and tells which change no
                                  test notices
            """
        );
        return 2;
}
