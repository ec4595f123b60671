# Makes light.csv, with python3-ephem 4.1.4 of Debian: /usr/bin/python3 light.py > light.csv
# For a day of UTC at a place: dawn, sunrise, sunset, dusk, moonrise, moon highest and moonset,
# "-" where there is none; how much of the moon is lit at noon, and the days since new and full moon.
import ephem

def within(day, find):
    try:
        at = find()
    except (ephem.AlwaysUpError, ephem.NeverUpError):
        return "-"
    return str(at.datetime().strftime("%H:%M:%S")) if at < day + 1 else "-"

for latitude, longitude in [(0, 30), (35, -100), (52, 5), (58, -6), (67, 20), (78, 15), (-45, 170)]:
    for day in ["1900/3/1", "1987/6/21", "2024/2/10", "2026/11/26", "2027/5/9", "2200/8/15"]:
        o = ephem.Observer()
        o.lat, o.lon, o.elevation, o.pressure = str(latitude), str(longitude), 0, 0
        o.date = start = ephem.Date(day)
        sun, moon = ephem.Sun(), ephem.Moon()
        found = []
        for body, horizon, centre, find in [
            (sun, "-6", True, o.next_rising), (sun, "-0:34", False, o.next_rising), (sun, "-0:34", False, o.next_setting), (sun, "-6", True, o.next_setting),
            (moon, "-0:34", False, o.next_rising), (moon, None, None, None), (moon, "-0:34", False, o.next_setting),
        ]:
            o.date = start
            if find is None:
                found.append(within(start, lambda: o.next_transit(moon)))
                continue
            o.horizon = horizon
            found.append(within(start, lambda: find(body, use_center=centre)))
        noon = ephem.Date(start + 0.5)
        moon.compute(noon)
        print(",".join([str(latitude), str(longitude), day.replace("/", "-")] + found + ["%.4f" % (moon.phase / 100), "%.4f" % (noon - ephem.previous_new_moon(noon)), "%.4f" % (noon - ephem.previous_full_moon(noon))]))
