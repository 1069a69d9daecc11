package gavlin.web.connect;

import org.springframework.data.jpa.repository.JpaRepository;

interface ConnectionRepository extends JpaRepository<Connection, String> {}
