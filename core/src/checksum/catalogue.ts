import type { CrcModel } from './crc.ts';

/** Are bytes taken, and is the register given, with the least bit first? */
type Reflection = 'plain' | 'reflected' | 'in' | 'out';

/** Name, width, polynomial, initial value, reflection, final xor, check value over `123456789`, other names. Numbers are hex. */
type Row = readonly [
  name: string,
  width: number,
  poly: string,
  init: string,
  reflection: Reflection,
  xorout: string,
  check: string,
  ...aliases: string[]
];

// prettier-ignore
const ROWS: readonly Row[] = [
  ['CRC-3/GSM', 3, '3', '0', 'plain', '7', '4'],
  ['CRC-3/ROHC', 3, '3', '7', 'reflected', '0', '6'],
  ['CRC-4/G-704', 4, '3', '0', 'reflected', '0', '7', 'CRC-4/ITU'],
  ['CRC-4/INTERLAKEN', 4, '3', 'f', 'plain', 'f', 'b'],
  ['CRC-5/EPC-C1G2', 5, '9', '9', 'plain', '0', '0', 'CRC-5/EPC'],
  ['CRC-5/G-704', 5, '15', '0', 'reflected', '0', '7', 'CRC-5/ITU'],
  ['CRC-5/USB', 5, '5', '1f', 'reflected', '1f', '19'],
  ['CRC-6/CDMA2000-A', 6, '27', '3f', 'plain', '0', 'd'],
  ['CRC-6/CDMA2000-B', 6, '7', '3f', 'plain', '0', '3b'],
  ['CRC-6/DARC', 6, '19', '0', 'reflected', '0', '26'],
  ['CRC-6/G-704', 6, '3', '0', 'reflected', '0', '6', 'CRC-6/ITU'],
  ['CRC-6/GSM', 6, '2f', '0', 'plain', '3f', '13'],
  ['CRC-7/MMC', 7, '9', '0', 'plain', '0', '75', 'CRC-7'],
  ['CRC-7/ROHC', 7, '4f', '7f', 'reflected', '0', '53'],
  ['CRC-7/UMTS', 7, '45', '0', 'plain', '0', '61'],
  ['CRC-8/AUTOSAR', 8, '2f', 'ff', 'plain', 'ff', 'df'],
  ['CRC-8/BLUETOOTH', 8, 'a7', '0', 'reflected', '0', '26'],
  ['CRC-8/CDMA2000', 8, '9b', 'ff', 'plain', '0', 'da'],
  ['CRC-8/DARC', 8, '39', '0', 'reflected', '0', '15'],
  ['CRC-8/DVB-S2', 8, 'd5', '0', 'plain', '0', 'bc'],
  ['CRC-8/GSM-A', 8, '1d', '0', 'plain', '0', '37'],
  ['CRC-8/GSM-B', 8, '49', '0', 'plain', 'ff', '94'],
  ['CRC-8/I-432-1', 8, '7', '0', 'plain', '55', 'a1', 'CRC-8/ITU'],
  ['CRC-8/I-CODE', 8, '1d', 'fd', 'plain', '0', '7e'],
  ['CRC-8/LTE', 8, '9b', '0', 'plain', '0', 'ea'],
  ['CRC-8/MAXIM-DOW', 8, '31', '0', 'reflected', '0', 'a1', 'CRC-8/MAXIM', 'DOW-CRC'],
  ['CRC-8/MIFARE-MAD', 8, '1d', 'c7', 'plain', '0', '99'],
  ['CRC-8/NRSC-5', 8, '31', 'ff', 'plain', '0', 'f7'],
  ['CRC-8/OPENSAFETY', 8, '2f', '0', 'plain', '0', '3e'],
  ['CRC-8/ROHC', 8, '7', 'ff', 'reflected', '0', 'd0'],
  ['CRC-8/SAE-J1850', 8, '1d', 'ff', 'plain', 'ff', '4b'],
  ['CRC-8/SMBUS', 8, '7', '0', 'plain', '0', 'f4', 'CRC-8'],
  ['CRC-8/TECH-3250', 8, '1d', 'ff', 'reflected', '0', '97', 'CRC-8/AES', 'CRC-8/EBU'],
  ['CRC-8/WCDMA', 8, '9b', '0', 'reflected', '0', '25'],
  ['CRC-10/ATM', 10, '233', '0', 'plain', '0', '199', 'CRC-10', 'CRC-10/I-610'],
  ['CRC-10/CDMA2000', 10, '3d9', '3ff', 'plain', '0', '233'],
  ['CRC-10/GSM', 10, '175', '0', 'plain', '3ff', '12a'],
  ['CRC-11/FLEXRAY', 11, '385', '1a', 'plain', '0', '5a3', 'CRC-11'],
  ['CRC-11/UMTS', 11, '307', '0', 'plain', '0', '61'],
  ['CRC-12/CDMA2000', 12, 'f13', 'fff', 'plain', '0', 'd4d'],
  ['CRC-12/DECT', 12, '80f', '0', 'plain', '0', 'f5b', 'CRC-12-X'],
  ['CRC-12/GSM', 12, 'd31', '0', 'plain', 'fff', 'b34'],
  ['CRC-12/UMTS', 12, '80f', '0', 'out', '0', 'daf', 'CRC-12/3GPP'],
  ['CRC-13/BBC', 13, '1cf5', '0', 'plain', '0', '4fa'],
  ['CRC-14/DARC', 14, '805', '0', 'reflected', '0', '82d'],
  ['CRC-14/GSM', 14, '202d', '0', 'plain', '3fff', '30ae'],
  ['CRC-15/CAN', 15, '4599', '0', 'plain', '0', '59e', 'CRC-15'],
  ['CRC-15/MPT1327', 15, '6815', '0', 'plain', '1', '2566'],
  ['CRC-16/ARC', 16, '8005', '0', 'reflected', '0', 'bb3d', 'ARC', 'CRC-16/LHA', 'CRC-IBM'],
  ['CRC-16/CDMA2000', 16, 'c867', 'ffff', 'plain', '0', '4c06'],
  ['CRC-16/CMS', 16, '8005', 'ffff', 'plain', '0', 'aee7'],
  ['CRC-16/DDS-110', 16, '8005', '800d', 'plain', '0', '9ecf'],
  ['CRC-16/DECT-R', 16, '589', '0', 'plain', '1', '7e', 'R-CRC-16'],
  ['CRC-16/DECT-X', 16, '589', '0', 'plain', '0', '7f', 'X-CRC-16'],
  ['CRC-16/DNP', 16, '3d65', '0', 'reflected', 'ffff', 'ea82'],
  ['CRC-16/EN-13757', 16, '3d65', '0', 'plain', 'ffff', 'c2b7'],
  ['CRC-16/GENIBUS', 16, '1021', 'ffff', 'plain', 'ffff', 'd64e', 'CRC-16/DARC', 'CRC-16/EPC', 'CRC-16/EPC-C1G2', 'CRC-16/I-CODE'],
  ['CRC-16/GSM', 16, '1021', '0', 'plain', 'ffff', 'ce3c'],
  ['CRC-16/IBM-3740', 16, '1021', 'ffff', 'plain', '0', '29b1', 'CRC-16/AUTOSAR', 'CRC-16/CCITT-FALSE'],
  ['CRC-16/IBM-SDLC', 16, '1021', 'ffff', 'reflected', 'ffff', '906e', 'CRC-16/ISO-HDLC', 'CRC-16/ISO-IEC-14443-3-B', 'CRC-16/X-25', 'CRC-B', 'X-25'],
  ['CRC-16/ISO-IEC-14443-3-A', 16, '1021', 'c6c6', 'reflected', '0', 'bf05', 'CRC-A'],
  ['CRC-16/KERMIT', 16, '1021', '0', 'reflected', '0', '2189', 'CRC-16/CCITT', 'CRC-16/CCITT-TRUE', 'CRC-16/V-41-LSB', 'CRC-CCITT', 'KERMIT'],
  ['CRC-16/LJ1200', 16, '6f63', '0', 'plain', '0', 'bdf4'],
  ['CRC-16/MAXIM-DOW', 16, '8005', '0', 'reflected', 'ffff', '44c2', 'CRC-16/MAXIM'],
  ['CRC-16/MCRF4XX', 16, '1021', 'ffff', 'reflected', '0', '6f91'],
  ['CRC-16/MODBUS', 16, '8005', 'ffff', 'reflected', '0', '4b37', 'MODBUS'],
  ['CRC-16/NRSC-5', 16, '80b', 'ffff', 'reflected', '0', 'a066'],
  ['CRC-16/OPENSAFETY-A', 16, '5935', '0', 'plain', '0', '5d38'],
  ['CRC-16/OPENSAFETY-B', 16, '755b', '0', 'plain', '0', '20fe'],
  ['CRC-16/PROFIBUS', 16, '1dcf', 'ffff', 'plain', 'ffff', 'a819', 'CRC-16/IEC-61158-2'],
  ['CRC-16/RIELLO', 16, '1021', 'b2aa', 'reflected', '0', '63d0'],
  ['CRC-16/SPI-FUJITSU', 16, '1021', '1d0f', 'plain', '0', 'e5cc', 'CRC-16/AUG-CCITT'],
  ['CRC-16/T10-DIF', 16, '8bb7', '0', 'plain', '0', 'd0db'],
  ['CRC-16/TELEDISK', 16, 'a097', '0', 'plain', '0', 'fb3'],
  ['CRC-16/TMS37157', 16, '1021', '89ec', 'reflected', '0', '26b1'],
  ['CRC-16/UMTS', 16, '8005', '0', 'plain', '0', 'fee8', 'CRC-16/BUYPASS', 'CRC-16/VERIFONE'],
  ['CRC-16/USB', 16, '8005', 'ffff', 'reflected', 'ffff', 'b4c8'],
  ['CRC-16/XMODEM', 16, '1021', '0', 'plain', '0', '31c3', 'CRC-16/ACORN', 'CRC-16/LTE', 'CRC-16/V-41-MSB', 'XMODEM', 'ZMODEM'],
  ['CRC-17/CAN-FD', 17, '1685b', '0', 'plain', '0', '4f03'],
  ['CRC-21/CAN-FD', 21, '102899', '0', 'plain', '0', 'ed841'],
  ['CRC-24/BLE', 24, '65b', '555555', 'reflected', '0', 'c25a56'],
  ['CRC-24/FLEXRAY-A', 24, '5d6dcb', 'fedcba', 'plain', '0', '7979bd'],
  ['CRC-24/FLEXRAY-B', 24, '5d6dcb', 'abcdef', 'plain', '0', '1f23b8'],
  ['CRC-24/INTERLAKEN', 24, '328b63', 'ffffff', 'plain', 'ffffff', 'b4f3e6'],
  ['CRC-24/LTE-A', 24, '864cfb', '0', 'plain', '0', 'cde703'],
  ['CRC-24/LTE-B', 24, '800063', '0', 'plain', '0', '23ef52'],
  ['CRC-24/OPENPGP', 24, '864cfb', 'b704ce', 'plain', '0', '21cf02', 'CRC-24'],
  ['CRC-24/OS-9', 24, '800063', 'ffffff', 'plain', 'ffffff', '200fa5'],
  ['CRC-30/CDMA', 30, '2030b9c7', '3fffffff', 'plain', '3fffffff', '4c34abf'],
  ['CRC-31/PHILIPS', 31, '4c11db7', '7fffffff', 'plain', '7fffffff', 'ce9e46c'],
  ['CRC-32/AIXM', 32, '814141ab', '0', 'plain', '0', '3010bf7f', 'CRC-32Q'],
  ['CRC-32/AUTOSAR', 32, 'f4acfb13', 'ffffffff', 'reflected', 'ffffffff', '1697d06a'],
  ['CRC-32/BASE91-D', 32, 'a833982b', 'ffffffff', 'reflected', 'ffffffff', '87315576', 'CRC-32D'],
  ['CRC-32/BZIP2', 32, '4c11db7', 'ffffffff', 'plain', 'ffffffff', 'fc891918', 'CRC-32/AAL5', 'CRC-32/DECT-B', 'B-CRC-32'],
  ['CRC-32/CD-ROM-EDC', 32, '8001801b', '0', 'reflected', '0', '6ec2edc4'],
  ['CRC-32/CKSUM', 32, '4c11db7', '0', 'plain', 'ffffffff', '765e7680', 'CKSUM', 'CRC-32/POSIX'],
  ['CRC-32/ISCSI', 32, '1edc6f41', 'ffffffff', 'reflected', 'ffffffff', 'e3069283', 'CRC-32/BASE91-C', 'CRC-32/CASTAGNOLI', 'CRC-32/INTERLAKEN', 'CRC-32C'],
  ['CRC-32/ISO-HDLC', 32, '4c11db7', 'ffffffff', 'reflected', 'ffffffff', 'cbf43926', 'CRC-32', 'CRC-32/ADCCP', 'CRC-32/V-42', 'CRC-32/XZ', 'PKZIP'],
  ['CRC-32/JAMCRC', 32, '4c11db7', 'ffffffff', 'reflected', '0', '340bc6d9', 'JAMCRC'],
  ['CRC-32/MPEG-2', 32, '4c11db7', 'ffffffff', 'plain', '0', '376e6e7'],
  ['CRC-32/XFER', 32, 'af', '0', 'plain', '0', 'bd0be338', 'XFER'],
  ['CRC-40/GSM', 40, '4820009', '0', 'plain', 'ffffffffff', 'd4164fc646'],
  ['CRC-64/ECMA-182', 64, '42f0e1eba9ea3693', '0', 'plain', '0', '6c40df5f0b497347', 'CRC-64'],
  ['CRC-64/GO-ISO', 64, '1b', 'ffffffffffffffff', 'reflected', 'ffffffffffffffff', 'b90956c775a41001'],
  ['CRC-64/WE', 64, '42f0e1eba9ea3693', 'ffffffffffffffff', 'plain', 'ffffffffffffffff', '62ec59e3f1a4f00a'],
  ['CRC-64/XZ', 64, '42f0e1eba9ea3693', 'ffffffffffffffff', 'reflected', 'ffffffffffffffff', '995dc9bbdf1939fa', 'CRC-64/GO-ECMA']
];

/** A CRC by its published name. */
export interface NamedCrc {
  readonly name: string;
  readonly aliases: readonly string[];
  readonly model: CrcModel;
  /** Over the ASCII digits `123456789`. */
  readonly check: bigint;
}

const numberOf = (hex: string) => BigInt(`0x${hex}`);

/**
 * The published CRCs of 3 to 64 bits. Source: RevEng catalogue of parametrised CRC algorithms, as python3-crccheck 1.0-5 carries it; each with
 * its check value.
 */
export const CRC_CATALOGUE: readonly NamedCrc[] = ROWS.map(
  ([name, width, poly, init, reflection, xorout, check, ...aliases]) => ({
    ...{ name, aliases, check: numberOf(check) },
    model: {
      ...{ width, poly: numberOf(poly), init: numberOf(init), xorout: numberOf(xorout) },
      refin: reflection === 'reflected' || reflection === 'in',
      refout: reflection === 'reflected' || reflection === 'out'
    }
  })
);

const byName = new Map(
  CRC_CATALOGUE.flatMap((crc) => [crc.name, ...crc.aliases].map((n) => [n.toUpperCase(), crc]))
);

/** A CRC by its name or another name of it, whatever the case; undefined for none. Example: `crc-16/ibm-3740`. */
export const findCrc = (name: string): NamedCrc | undefined => byName.get(name.toUpperCase());
