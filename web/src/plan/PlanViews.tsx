import { NavLink } from 'react-router';
import styles from './plan.module.css';

/** A lot by a whole way, or one step by itself. */
export function PlanViews({ lotId }: { lotId?: string | undefined }) {
  return (
    <nav className={styles.views} aria-label="views of this place">
      <NavLink
        to={lotId ? `/plan/${lotId}` : '/plan'}
        end
        className={({ isActive }) => (isActive ? styles.viewOn : undefined)}
      >
        a lot, by a whole way
      </NavLink>
      <NavLink to="/plan/step" className={({ isActive }) => (isActive ? styles.viewOn : undefined)}>
        one step by itself
      </NavLink>
    </nav>
  );
}
