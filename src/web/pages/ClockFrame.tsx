import { Button, LinearProgress } from '@mui/material';
import { useState } from 'react';
import { NavLink, Outlet } from 'react-router';
import { AirDialog } from '../components/clock/AirDialog.tsx';
import { ClockTurner } from '../components/clock/ClockTurner.tsx';
import { weekdayText } from '../components/clock/times.ts';
import { Row, Text } from '../components/layout.tsx';
import { NothingHere } from '../components/NothingHere.tsx';
import { slownessOf, useClockView } from '../hooks/clock.ts';

const PAGES = [
  { to: '/clock', label: 'Now' },
  { to: '/clock/week', label: 'Week' },
  { to: '/clock/day', label: 'Day list' },
] as const;

/** The clock: what time it is, what the air is like, and its pages. */
export function ClockFrame() {
  const { view, error } = useClockView();
  const [airing, setAiring] = useState<'now' | 'forecast' | null>(null);
  if (error) return <NothingHere>{error.message}</NothingHere>;
  if (!view) return <LinearProgress aria-label="Fetching the clock" />;
  const { weather, now, clock } = view;
  const us = view.house.units === 'us';
  const slow = weather && slownessOf(weather);
  return (
    <>
      <header className="head">
        <h1>Clock</h1>
        <span data-testid="shop-time">{weekdayText(now)}</span>
        {weather && slow ? (
          <span className="soft" data-testid="shop-air">
            {Math.round(us ? (weather.temperature * 9) / 5 + 32 : weather.temperature)} {us ? '°F' : '°C'},{' '}
            {Math.round(weather.humidity)} %{weather.moving ? ', moved' : ''} · drying takes: water ×{' '}
            {slow.water.toFixed(1)}, oil × {slow.oil.toFixed(1)}
          </span>
        ) : (
          <span className="soft">air not noted today</span>
        )}
        <nav className="path" aria-label="Pages of the clock">
          {PAGES.map((page) => (
            <NavLink key={page.to} to={page.to} end className={({ isActive }) => (isActive ? 'here' : '')}>
              {page.label}
            </NavLink>
          ))}
        </nav>
      </header>
      <Row className="plate noprint" gap="close" wrap padBottom="none">
        <Button onClick={() => setAiring('now')}>Note the air</Button>
        <Button onClick={() => setAiring('forecast')}>Forecast</Button>
        <Text push>
          <ClockTurner clock={clock} />
        </Text>
      </Row>
      <Outlet context={view} />
      {airing && <AirDialog forecast={airing === 'forecast'} onClose={() => setAiring(null)} />}
    </>
  );
}
