using Spolium.Golden;

return args switch
{
    ["answers"] => Recorded.Compare(renew: false),
    ["answers", "renew"] => Recorded.Compare(renew: true),
    ["make", var file] => Make(file),
    ["folder", var journal, var migration, var most, var file] => Folder(journal, migration, int.Parse(most), file),
    ["crash", var kills, var seed] => Crashes.Run(int.Parse(kills), int.Parse(seed)),
    ["crash-child", var journal, var shop, var point, var after] => Crashes.Write(journal, shop, point, int.Parse(after)),
    _ => Usage(),
};

static int Make(string file)
{
    if (File.Exists(file))
    {
        Console.Error.WriteLine($"{file} is there already: a golden journal is never written anew. Give another name.");
        return 2;
    }
    Recorded.Make(file);
    Console.WriteLine($"{GoldenFile.Read(file).Count} entries in {file}");
    return 0;
}

static int Folder(string journal, string migration, int most, string file)
{
    GoldenFolders.Write(file, migration, GoldenFile.Read(journal).Take(most));
    return 0;
}

static int Usage()
{
    Console.Error.WriteLine(
        "golden answers [renew] | golden make FILE | golden folder JOURNAL MIGRATION ENTRIES FILE | golden crash KILLS SEED"
    );
    return 2;
}
