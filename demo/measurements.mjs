// The demo's own figures of units, made as people make them: stand-in cameras give their pictures over the link, hands move filters, gain and lamps, a
// technician accepts. The filters of one unit and the noise of another are in use, a third one's latitude is half done.
//
//     node demo/measurements.mjs SITE CAMERAS PEOPLE
//
// SITE and CAMERAS are addresses, PEOPLE the file of names and passwords that ./start wrote. What is there already is not made again.
import { randomUUID } from 'node:crypto';
import { as, set, standIn } from './hands.mjs';

const LIGHT_K = 5600;
const STOP_DB = 20 * Math.log10(2);
// Light in which the card of this model reads mid grey at f/5.6, 1/60 and 0 dB.
const GREY_LUX = 1500;

async function begin(person, unit, kind, with_) {
    const id = randomUUID();
    const document = await person('GET', `/api/units/${unit}/measurements/new?kind=${kind}`);
    const view = await person('PUT', `/api/measurements/${id}`, { ...document, profile: 'standard', ...with_ }, 0);
    return { id, view };
}

const take = (person, id, number, openedStops = 0) =>
    person('POST', `/api/measurements/${id}/shots/${number}/still`, { picture: randomUUID(), openedStops });

const accept = (person, id, view) => person('POST', `/api/measurements/${id}/acceptance`, { version: view.version, seal: view.seal });

async function ready(tag, lux) {
    await standIn(tag, 'scene', { lux, lightK: LIGHT_K, subject: 'flat' });
    await set(tag, {
        'full-auto': 'off',
        profile: 'standard',
        gain: '0',
        nd: 'clear',
        'iris-control': 'manual',
        iris: 'f/5.6',
        shutter: '1/60',
        'white-balance': String(LIGHT_K),
    });
}

async function filters(person, tag) {
    await ready(tag, 2 * GREY_LUX);
    let { id, view } = await begin(person, tag, 'filters', { light: 'two LED panels, dimmed to half' });
    for (const { shot } of view.shots) {
        // Behind the strongest one the iris is opened by two stops; the camera says so itself.
        await set(tag, { nd: shot.filter, iris: shot.filter === '1/64' ? 'f/2.8' : 'f/5.6' });
        view = await take(person, id, shot.number);
    }
    return { id, view };
}

async function noise(person, tag) {
    await ready(tag, GREY_LUX);
    let { id, view } = await begin(person, tag, 'noise', { light: 'two LED panels, dimmed as gain rises' });
    for (const { shot } of view.shots) {
        await standIn(tag, 'scene', {
            lux: GREY_LUX / 2 ** (shot.gainDb / STOP_DB),
            lightK: LIGHT_K,
            subject: 'flat',
        });
        await set(tag, { gain: String(shot.gainDb) });
        view = await take(person, id, shot.number);
    }
    return { id, view };
}

async function latitude(person, tag, most) {
    await ready(tag, GREY_LUX);
    const { id, view } = await begin(person, tag, 'latitude', { light: 'one dimmed panel' });
    for (const { shot } of view.shots.filter((s) => s.shot.exposedStops >= 0 && s.shot.exposedStops <= most)) {
        await standIn(tag, 'scene', {
            lux: GREY_LUX * 2 ** shot.exposedStops,
            lightK: LIGHT_K,
            subject: 'flat',
        });
        await take(person, id, shot.number, shot.exposedStops);
    }
}

const ines = await as('ines');
const made = (await ines('GET', '/api/measurements')).measurements;
const isMade = (unit, accepted) => made.some((m) => m.unit === unit && (!accepted || m.state !== 'open'));
const wanted = ['OBG-102', 'OBG-104'].some((unit) => !isMade(unit, true)) || !isMade('OBG-103');
if (wanted) {
    const mara = await as('mara');
    const units = ['OBG-102', 'OBG-103', 'OBG-104'];
    const [strength, limit] = await Promise.all([
        isMade('OBG-102', true) ? null : filters(mara, 'OBG-102'),
        isMade('OBG-104', true) ? null : noise(ines, 'OBG-104'),
    ]);
    if (strength) await accept(ines, strength.id, strength.view);
    if (limit) await accept(ines, limit.id, limit.view);
    if (!isMade('OBG-103')) await latitude(mara, 'OBG-103', 2);

    const claims = [
        ['dogwood-m', 'noise', 'clean up to ISO 640', 'a course for camera assistants'],
        ['dogwood-m', 'noise', 'usable up to ISO 6400', 'the maker’s sheet'],
        ['alder-20', 'noise', 'no visible noise up to +12 dB', 'the maker’s sheet'],
    ];
    for (const [model, about, claim, source] of claims) {
        await ines('PUT', `/api/models/${model}/claims/${randomUUID()}`, { about, claim, source });
    }

    // As their last borrowers left them, in the light of the lecture room.
    for (const tag of units) {
        await standIn(tag, 'scene', { lux: 420, lightK: 3200 });
        await standIn(tag, 'borrowed', { seed: 11 }, 'POST');
    }
}
