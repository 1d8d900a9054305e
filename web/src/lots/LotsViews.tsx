import { NavLink, useLocation } from 'react-router';
import styles from './lots.module.css';

/** Lots, the kinds of scrap they are of, and what metal and work cost. */
export function LotsViews() {
  // The view of a lot is the first one too.
  const lots = !/^\/lots\/(kinds|prices|file)/.test(useLocation().pathname);
  const on = ({ isActive }: { isActive: boolean }) => (isActive ? styles.viewOn : undefined);
  return (
    <nav className={styles.views} aria-label="views of this place">
      <NavLink to="/lots" className={lots ? styles.viewOn : undefined}>
        lots
      </NavLink>
      <NavLink to="/lots/kinds" className={on}>
        kinds of scrap
      </NavLink>
      <NavLink to="/lots/prices" className={on}>
        prices
      </NavLink>
      <NavLink to="/lots/file" className={on}>
        lots as a file
      </NavLink>
    </nav>
  );
}
