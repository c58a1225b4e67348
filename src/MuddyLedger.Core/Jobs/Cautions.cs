namespace MuddyLedger.Core.Jobs;

/// <summary>A caution: what can hurt, and what to do about it. Shown before the instruction, always.</summary>
/// <param name="Hazard">Which.</param>
/// <param name="Danger">What can happen.</param>
/// <param name="Instead">What to do about it.</param>
public sealed record Caution(Hazard Hazard, string Danger, string Instead);

/// <summary>Common practice, no source. The maker's manual and the product's own sheet win.</summary>
public static class Cautions
{
    /// <summary>What is said before a step with this hazard.</summary>
    public static Caution For(Hazard hazard) =>
        hazard switch
        {
            Hazard.CarbonMonoxide => new(
                hazard,
                "Exhaust kills indoors.",
                "Run the engine outside, or with a hose from the exhaust to the outside. An open door is not enough."
            ),
            Hazard.HotParts => new(hazard, "Exhaust and cases burn skin.", "Sleeves down, gloves on; keep clear of the header."),
            Hazard.HotOil => new(
                hazard,
                "The oil comes out hot, and sideways at first.",
                "Hand and sleeve out of its path; tray well under."
            ),
            Hazard.BikeOnStand => new(
                hazard,
                "A bike can fall off its stand.",
                "Firm level floor, stand checked, nobody under it, wheel blocked."
            ),
            Hazard.FuelVapour => new(hazard, "Fuel vapour catches fire.", "No flame, no heater, no smoking; air moving through."),
            Hazard.RunningEngine => new(
                hazard,
                "The engine is running.",
                "In neutral, on the ground, hand on the stop switch; nothing loose near chain or fan."
            ),
            Hazard.UsedOilOnSkin => new(hazard, "Used oil harms skin.", "Gloves; wash it off with soap, not with solvent."),
            Hazard.MovingParts => new(hazard, "Chain and sprocket take fingers.", "Engine off before a hand goes near."),
            Hazard.SlipperyFloor => new(
                hazard,
                "Oil on the floor or on a tyre puts you down.",
                "Wipe it up now; never ride on an oiled tyre."
            ),
            Hazard.HotCoolant => new(
                hazard,
                "A hot cooling system sprays when it is opened.",
                "Cap stays on until a hand can rest on the radiator; then a rag over it, a quarter turn first."
            ),
            Hazard.CoolantPoison => new(
                hazard,
                "Coolant is sweet, and kills animals and children.",
                "Catch all of it, cover it, wipe up drops; never down a drain."
            ),
            Hazard.BrakeFluid => new(
                hazard,
                "Brake fluid strips paint and harms eyes.",
                "Cover the paint, glasses on, gloves on; water at once on a splash. Never use it twice."
            ),
            Hazard.BrakeDust => new(
                hazard,
                "Old linings and gaskets can hold asbestos.",
                "Wet it, wipe it off, bag the rag. Never blow it, never brush or sand it dry."
            ),
            Hazard.Acid => new(
                hazard,
                "Battery acid burns eyes, skin and cloth.",
                "Glasses and gloves; water within reach; bicarbonate for what spills. Doctor at once for eyes."
            ),
            Hazard.ChargingGas => new(
                hazard,
                "A charging battery gives off gas that explodes.",
                "Air moving through, no spark, no flame; charger off before its clamps come off."
            ),
            Hazard.BatteryShort => new(
                hazard,
                "A spanner across a battery welds itself on.",
                "Rings and watch off. Minus off first and on last."
            ),
            Hazard.SpringTension => new(
                hazard,
                "A spring under load throws its parts.",
                "Glasses on, face out of its line; let it off slowly, with the tool made for it."
            ),
            Hazard.CompressedAir => new(
                hazard,
                "Compressed air throws grit into eyes.",
                "Glasses on; never at skin; never at a bearing so that it spins."
            ),
            Hazard.GasPressure => new(
                hazard,
                "A shock or an airbox of gas is under high pressure.",
                "Leave a charged shock shut: opening and filling it is a workshop's work."
            ),
            Hazard.PinchedFingers => new(
                hazard,
                "Fingers get between heavy parts.",
                "Lower by jack or with a second pair of hands; nothing held up by a finger."
            ),
            Hazard.TestRide => new(
                hazard,
                "What was just worked on may fail on its first ride.",
                "Full gear, empty yard, walking pace; both brakes tried before the gate."
            ),
            Hazard.Solvent => new(
                hazard,
                "Brake cleaner and solvent burn, make you dizzy, and turn to poison near a flame or an arc.",
                "Outside or in moving air, gloves and glasses on; no flame, no welding, nothing hot near."
            ),
            Hazard.Eyes => new(
                hazard,
                "Chips, grit and fluid under pressure go for the eyes.",
                "Glasses on before you drive, prise or open it."
            ),
            Hazard.HighTension => new(
                hazard,
                "The ignition's shock throws you, and can stop a heart.",
                "Hold nothing that sparks; insulated tool or tester; dry hands, dry shoes; nobody with a pacemaker near."
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(hazard), hazard, "No caution is written for this hazard."),
        };
}
