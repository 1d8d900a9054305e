import { NavLink } from 'react-router';
import styles from './strength.module.css';

const views = [
  { path: '/strength', name: 'strength and mixing' },
  { path: '/strength/crystals', name: 'crystals' },
  { path: '/strength/drying', name: 'drying' },
];

/** The three views of the place. */
export function Views() {
  return (
    <nav className={styles.views} aria-label="views of this place">
      {views.map((v) => (
        <NavLink
          key={v.path}
          to={v.path}
          end
          className={({ isActive }) => (isActive ? styles.viewOn : undefined)}
        >
          {v.name}
        </NavLink>
      ))}
    </nav>
  );
}
