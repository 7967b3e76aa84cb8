import { benchKeyQuality } from './keying/quality';
benchKeyQuality();
