/**
 * Scenarios with what an expert would say, written from the rule in docs/proof.md. Only tests use them.
 * Columns: scan, battery in V (`-` not told), tests that were made, verdict, cause that leads (`-` none), next test, why.
 *
 * Scan: units by letter (E engine, which is suspected; T transmission, B body, R brakes, C cluster, G gateway, A airbag,
 * I immobiliser), each with its codes or `silent`, `unread`, `badly`, `unasked`; a code is present unless it ends in `p`
 * pending, `s` stored, `o` old or `?` not told. `-` is no scan, `loose` a unit without its vehicle.
 *
 * Tests: S supply, G ground, N pair, W wire, A part, X other unit, C clearing, B bench; `+` sound or for the unit, `-`
 * bad, `?` without load, `!` figures that cannot be. `Slow` and `Shigh` are supplies outside their limits; `N1` one
 * terminator, `N0` a short; `Xgone` the vehicle starts; `Cused` the code is back when the part is used, `Caway` never.
 */
export const SCENARIOS = `
# nothing, and what little is worth
- | - | | look | - | supply | nothing known
E: | 12.6 | | look | - | supply | nothing stored anywhere
E: | 12.6 | S+ G+ | look | - | clear | sound supply alone makes no culprit
E: | 12.6 | S+ G+ X+ | look | unit | clear | no code of its own: nothing to prove
E:P0606-49 | 12.6 | | look | unit | supply | accuses itself, nothing measured
E:P0606-49 | - | | look | - | supply | battery not told: the code does not count
E:P0606-49 | 12.6 | S+ | look | unit | ground | ground is not measured
E:P0606-49 | 12.6 | G+ | look | unit | supply | supply is not measured
E:P0606-49 | 12.6 | S+ G+ | look | unit | clear | neither wire nor other unit tried
E:P0606-49 | 12.6 | S+ G+ X+ | go | unit | clear | everything that Go needs
E:P0606-49 | 12.6 | S+ G+ Xgone | go | unit | clear | the other unit even starts it
E:P0606-49 | 12.6 | S+ G+ W+ | go | unit | clear | wire sound, accuses itself
E:P0606-49 | 12.6 | S+ G+ N+ W+ C+ | go | unit | swap | the lot without another unit
E:P0606-49s | 12.6 | S+ G+ X+ | go | unit | clear | confirmed and stored counts
# supply and ground, each on its own
E:P0606-49 | 12.6 | S- G+ X+ | stop | supply | clear | a bad supply is not outweighed by a good ground
E:P0606-49 | 12.6 | S+ G- X+ | stop | supply | clear | nor a bad ground by a good supply
E:P0606-49 | 12.6 | S- G- X+ | stop | supply | clear | both bad
E:P0606-49 | 12.6 | Slow G+ X+ | stop | unit | clear | under 11.5 V at the unit
E:P0606-49 | 12.6 | Shigh G+ X+ | stop | unit | clear | over 15.5 V at the unit
E:P0606-49 | 12.6 | S? G+ X+ | look | unit | clear | supply without load proves nothing
E:P0606-49 | 12.6 | S+ G? X+ | look | unit | clear | ground without load proves nothing
E:P0606-49 | 12.6 | S! G+ X+ | look | unit | clear | more at the unit than at the battery
E:P0606-49 | 12.6 | S+ G! X+ | look | unit | clear | more lost than a battery has
E:P0606-49 | 12.6 | X+ | look | unit | supply | another unit tried, nothing measured
E:P0606-49 | 12.6 | W+ | look | unit | supply | the wire alone
# codes that were taken while the supply was not sound
E:P0606-49 | 10.9 | | stop | supply | supply | stored at 10.9 V
E:P0606-49 | 10.9 | S+ | stop | - | ground | half measured
E:P0606-49 | 10.9 | S+ G+ X+ | look | unit | clear | sound now, but never cleared: the code does not count
E:P0606-49 | 10.9 | S+ G+ X+ C+ | go | unit | bench | came back at once with the supply sound
E:P0606-49 | 10.9 | S+ G+ X+ Caway | look | unit | bench | stays away: it was the battery
E:P0606-49 | 10.9 | C+ X+ | stop | unit | supply | back at once, and the supply still not measured
E:P0606-49 | 16.2 | | stop | supply | supply | charging far too high
E:P0606-49 | 16.2 | S+ G+ X+ | look | unit | clear | taken at 16.2 V, never cleared
E:P0606-49,P0562-16;B:U3003-16 | 12.6 | | stop | supply | supply | two units speak of low supply
E:P0606-49,P0562-16;B:U3003-16 | 12.6 | S+ G+ X+ | look | unit | clear | taken while two units were short
E:P0606-49,P0562-16;B:U3003-16 | 12.6 | S+ G+ X+ C+ | go | unit | bench | and back at once
E:P0606-49,P0562-16 | 12.6 | S+ G+ X+ | look | unit | clear | one unit speaks of low supply: its own code does not count yet
# pending, unknown and old codes
E:P0606-49p | 12.6 | S+ G+ X+ | look | unit | clear | only pending
E:P0606-49p | 12.6 | S+ G+ W+ | look | - | clear | only pending, wire sound
E:P0606-49? | 12.6 | S+ G+ X+ | look | unit | clear | nobody told its status
E:P0606-49o | 12.6 | S+ G+ X+ | look | unit | clear | old
E:P0606-49o | 12.6 | | look | - | supply | old codes say nothing
# the fault memory that was not read
E:unread | 12.6 | | look | - | supply | nothing known of its memory
E:unread | 12.6 | S+ G+ X+ | look | unit | clear | no verdict rests on an unread memory
E:unread,P0606-49 | 12.6 | S+ G+ X+ | look | unit | clear | one code got through, the rest is unknown
E:badly,P0606-49 | 12.6 | S+ G+ X+ | go | unit | network | talks badly, but its memory was read
E:unasked | 12.6 | S+ G+ X+ | look | unit | clear | the scan ended before its turn
B:B1000-13 | 12.6 | S+ G+ X+ | look | unit | clear | the scan does not hold the suspect
# circuits, parts and functions
E:P0201-13 | 12.6 | S+ G+ | look | - | wiring | a circuit: wire or part first
E:P0201-13 | 12.6 | S+ G+ W- | stop | wiring | clear | the wire is open: mend it, clear, look again
E:P0201-13 | 12.6 | S+ G+ Wshort | stop | wiring | clear | the wire has a path to ground
E:P0201-13 | 12.6 | S+ G+ W+ | look | - | actuator | wire sound, then the part
E:P0201-13 | 12.6 | S+ G+ W+ A+ | look | unit | clear | part works too: probably the driver
E:P0201-13 | 12.6 | S+ G+ W+ A+ C+ | go | unit | swap | and back at once
E:P0201-13 | 12.6 | S+ G+ W+ A- | stop | actuator | clear | the part is faulty
E:P0201-13 | 12.6 | S+ G+ X- | stop | wiring | wiring | the fault stays with another unit
E:P0201-13 | 12.6 | S+ G+ X+ | go | unit | wiring | the other unit drives the same wire and part without the fault
E:P0753-13 | 12.6 | S+ G+ | look | - | wiring | the circuit of a valve
E:P0753 | 12.6 | S+ G+ | look | actuator | actuator | a valve: its test before the swap
E:P0753 | 12.6 | S+ G+ A- | stop | actuator | clear | and it is faulty
E:P0302-00 | 12.6 | S+ G+ | look | - | clear | misfire names no circuit
E:P0171-00 | 12.6 | S+ G+ | look | - | clear | mixture names no circuit
E:P0420-00 | 12.6 | S+ G+ | look | - | clear | catalyst names no circuit
E:P0441-00 | 12.6 | S+ G+ | look | - | clear | tank vapour names no circuit
E:P0420-00 | 12.6 | S+ G+ W+ | look | - | clear | and a sound wire makes no unit of it
E:P0606-49,P0201-13 | 12.6 | S+ G+ | look | unit | wiring | both: the wire is soon measured
E:P0606-49,P0201-13 | 12.6 | S+ G+ W+ | go | unit | actuator | wire sound, accuses itself
E:P0606-49,P0201-13 | 12.6 | S+ G+ W- | stop | wiring | clear | the wire first
# the network
E:P0606-49,U0073-88 | 12.6 | S+ G+ X+ | stop | unit | network | its own bus code, pair not measured
E:P0606-49,U0073-88 | 12.6 | S+ G+ X+ N+ | go | unit | clear | one unit, and the pair measured sound
E:P0606-49,U0073-88;R:U0073-88 | 12.6 | S+ G+ X+ N+ | stop | unit | clear | bus off in two units: one resistance does not clear it
E:P0606-49,U0073-88s;R:U0073-88s | 12.6 | S+ G+ X+ N+ | go | unit | clear | bus was off once, and is sound now
E:P0606-49 | 12.6 | S+ G+ X+ N1 | stop | network | clear | a terminator is missing
E:P0606-49 | 12.6 | S+ G+ X+ N0 | stop | network | clear | the pair is shorted
E:P0606-49;R:silent;C:silent | 12.6 | S+ G+ X+ | stop | unit | network | two units silent
E:P0606-49;R:silent;C:silent | 12.6 | S+ G+ X+ N+ | go | unit | clear | the pair is sound: two silent partners do not acquit the unit
E:U0121-87;R:U0100-87;C:U0100-87,U0121-87;T:U0100-87 | 12.6 | | stop | network | network | everybody lost everybody
E:U0121-87,P0606-49;R:U0100-87;C:U0121-87 | 12.6 | S+ G+ X+ N+ | stop | unit | clear | and no resistance clears it
G:U0073-88;E:silent | 12.6 | | stop | network | network | the bus first, then the silent unit
# silence
E:silent | 12.6 | | look | - | supply | feed it before blaming it
E:silent | 12.6 | S+ | look | unit | ground | then its ground
E:silent | 12.6 | S+ G+ | look | unit | network | then the pair
E:silent | 12.6 | S+ G+ N+ | look | unit | swap | then another unit
E:silent | 12.6 | S+ G+ N+ X+ | go | unit | bench | another unit talks in its place
E:silent | 12.6 | S+ G+ N+ X- | stop | wiring | bench | another unit is silent there too
E:silent | 12.6 | S- | stop | supply | ground | no supply, no answer
E:silent;R:U0100-87;C:U0100-87 | 12.6 | S+ G+ N+ X+ | go | unit | bench | partners have lost it, as they must
E:;T:silent;R:U0101-87;C:U0101-87 | 12.6 | S+ G+ | look | other-unit | clear | a silent partner that others accuse
E:P0606-49;T:silent;R:U0101-87 | 12.6 | S+ G+ X+ | go | unit | clear | its own fault stands beside the silent partner
# what others say
E:;R:U0401-00;C:U0401-00 | 12.6 | | look | unit | supply | invalid data from the suspect
E:;R:U0401-00;C:U0401-00 | 12.6 | S+ G+ X+ | look | unit | clear | accused by others, with nothing of its own
E:;T:P0606-49 | 12.6 | | look | other-unit | supply | another unit accuses itself
E:P0606-49;T:P0606-49 | 12.6 | S+ G+ X+ | go | unit | clear | two units accuse themselves, the swap parts them
E:P0606-49;T:P0606-49 | 12.6 | S+ G+ W+ | look | unit | clear | and a wire alone does not
E:;T:P0700-00 | 12.6 | | look | other-unit | supply | nothing in the suspect
E:P0700-00;T:P0753-13 | 12.6 | | look | other-unit | supply | the request for the lamp points at the gearbox
I:U0426-64;E: | 12.6 | | look | other-unit | supply | units that do not know each other
# acquittal and contradiction
E:P0606-49 | 12.6 | S+ G+ X- | stop | wiring | clear | the fault stays with another unit
E:P0606-49 | 12.6 | S+ G+ A- | stop | actuator | clear | the part is faulty
E:P0606-49 | 12.6 | S+ G+ W- A+ | stop | wiring | clear | the wire is open
E:P0606-49 | 12.6 | S+ G+ X+ Caway | go | unit | bench | the other unit weighs more than one clearing
E:P0606-49 | 12.6 | S+ G+ W+ B- | look | unit | clear | on the bench nothing internal
E:P0606-49 | 12.6 | S+ G+ W+ B+ | go | unit | clear | and on the bench internal too
# without the vehicle
loose | - | | look | - | bench | only the bench can tell
loose | - | B+ | go | unit | - | internal on the bench
loose | - | Z+ | go | unit | bench | a stage failed inside when it was exercised
loose | - | Zs | look | unit | bench | a stage did nothing, or its lead was off
loose | - | Zs B+ | go | unit | - | and an internal code stands beside it
loose | - | Zp | look | - | bench | what was looked at was sound, the rest is not known
loose | - | Z- | look | - | bench | every stage was sound
loose | - | Z- B+ | look | unit | - | an internal code against sound stages
E:P0606-49 | 12.6 | S+ G+ Z+ | look | unit | clear | failed on the bench, and neither wire nor another unit tried
E:P0606-49 | 12.6 | S+ G+ X+ Z- | go | unit | clear | another unit tried weighs more than sound stages
loose | - | B- | look | - | - | only what a lone unit must say
`;
