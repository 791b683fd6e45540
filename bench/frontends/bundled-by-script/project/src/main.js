import { format } from 'date-fns';
import { next } from './tides.js';
document.getElementById('next').textContent = format(next, 'yyyy-MM-dd HH:mm');
