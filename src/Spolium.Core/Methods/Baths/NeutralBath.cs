using System.Collections.Concurrent;
using Spolium.Core.Solutions;

namespace Spolium.Core.Methods.Baths;

/// <summary>Acid and metals under a base: what each takes and gives, as equations (precise rules 2.11).</summary>
internal static class NeutralBath
{
    public const string Lime = "Ca(OH)2";
    private const string Gypsum = "CaSO4";

    private static readonly Species OfTin = new("SnCl6 2-", Phase.Aqueous);
    private static readonly Reaction GypsumFalls = Reaction.Of("Ca2+ + SO4 2- + H2O = CaSO4·2H2O");
    private static readonly Reaction SodaLeft = Reaction.Of("Na2CO3 + H2O = NaHCO3 + NaOH");
    private static readonly Reaction PotashLeft = Reaction.Of("K2CO3 + H2O + NaNO3 = KNO3 + NaHCO3 + KOH");

    public static Species IonOf(NeutralProduct p) => p.Ion == "Sn4+" ? OfTin : new(p.Ion, Phase.Aqueous);

    // A salt that stands for its ion: the other ion comes out on both sides.
    public static string SaltOf(NeutralProduct p) =>
        p.Ion == "Sn4+" ? "Na2SnCl6"
        : p.Charge == 1 ? $"{p.Element}NO3"
        : $"{p.Element}(NO3){p.Charge}";

    /// <summary>Free acid by a base.</summary>
    public static Reaction Acid(NeutralBase with) => Reaction.Of(AcidBy(with));

    private static string AcidBy(NeutralBase with) =>
        with.Formula switch
        {
            "NaOH" => "HCl + NaOH = NaCl + H2O",
            Lime => "HCl + Ca(OH)2 = CaCl2 + H2O",
            _ => $"HCl + {with.Formula} = {(with.Formula == "K2CO3" ? "KCl" : "NaCl")} + CO2 + H2O",
        };

    private static readonly ConcurrentDictionary<(string Ion, string Base), Reaction> Reactions = new();

    /// <summary>What falls of a metal by a base.</summary>
    public static Reaction Falls(NeutralProduct p, NeutralBase with) => Reactions.GetOrAdd((p.Ion, with.Formula), _ => Written(p, with));

    private static Reaction Written(NeutralProduct p, NeutralBase with)
    {
        var chloride = p.Ion == "Sn4+";
        var given = with.Formula switch
        {
            Lime => chloride ? "CaCl2 + NaCl" : "Ca(NO3)2",
            "K2CO3" => chloride ? "KCl + NaCl" : "KNO3",
            _ => chloride ? "NaCl" : "NaNO3",
        };
        var (left, right) = ($"{SaltOf(p)} + {with.Formula}", $"{(with.Carbonate > 0 ? p.Product : p.Hydroxide)} + {given}");
        // Whether water and carbonic acid are taken or given follows from what falls.
        foreach (var gas in with.Carbonate > 0 ? new[] { " + CO2", "" } : [""])
        foreach (var (before, after) in new[] { ("", " + H2O"), (" + H2O", ""), ("", "") })
            try
            {
                return Reaction.Of($"{left}{before} = {right}{gas}{after}");
            }
            catch (ChemistryException)
            {
                // Not in this way.
            }
        throw new ChemistryException(0, $"{left} does not give {right}");
    }

    /// <summary>What is left of the base when it has done: lime takes sulphate along, a solid carbonate dissolves.</summary>
    public static void Rests(NeutralBase with, StepWork work)
    {
        if (with.Formula == Lime)
            GypsumGoes(work);
        if (with.Formula == "Na2CO3")
            work.React(SodaLeft, work.Vessel.Of(new("Na2CO3", Phase.Solid)));
        if (with.Formula == "K2CO3")
            work.React(PotashLeft, work.Vessel.Of(new("K2CO3", Phase.Solid)));
    }

    private static void GypsumGoes(StepWork work)
    {
        var percent = Solubility.BySalt[Gypsum].Percent(20) ?? 0;
        var stays = Molar.Moles(work.Vessel.Grams(Species.Water) * (percent / (100 - percent)), Gypsum);
        var both = Working.Least(work.Vessel.Of(new("Ca2+", Phase.Aqueous)), work.Vessel.Of(new("SO4 2-", Phase.Aqueous)));
        work.React(GypsumFalls, Working.AtLeastZero(both - stays));
    }
}
