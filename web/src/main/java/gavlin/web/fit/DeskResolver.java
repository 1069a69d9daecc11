package gavlin.web.fit;

import gavlin.core.BadInput;
import gavlin.core.brief.Slot;
import gavlin.web.account.SignedIn;
import gavlin.web.problem.Problems;
import gavlin.web.site.OpenSite;
import gavlin.web.site.Sites;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.Map;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.core.MethodParameter;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Gives a controller's method its {@link Desk}, by {@code {site}} and {@code {slot}} in the path and {@code section} and {@code member}
 * in the query, as the person who asks may see it. Pages begin with the section that somebody usually works on; programs say which.
 */
@Component
class DeskResolver implements HandlerMethodArgumentResolver, WebMvcConfigurer {
    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Desk.class);
    }

    private final Sites sites;

    DeskResolver(Sites sites) {
        this.sites = sites;
    }

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == Desk.class;
    }

    @Override
    public Desk resolveArgument(
            MethodParameter parameter,
            ModelAndViewContainer container,
            NativeWebRequest request,
            WebDataBinderFactory binders) {
        Map<?, ?> path = (Map<?, ?>)
                request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE, RequestAttributes.SCOPE_REQUEST);
        SignedIn who = (SignedIn) ((Authentication) request.getUserPrincipal()).getPrincipal();
        OpenSite site = sites.open(who.viewer(), (String) path.get("site"));
        Slot slot = site.slot((String) path.get("slot"));
        String section = request.getParameter("section");
        boolean program = Problems.isApi(request.getNativeRequest(HttpServletRequest.class));
        return Desk.of(site, slot, section == null && !program ? site.usualSection(slot) : section, member(request));
    }

    private static int member(NativeWebRequest request) {
        String member = request.getParameter("member");
        try {
            return member == null || member.isEmpty() ? 0 : Integer.parseInt(member);
        } catch (NumberFormatException e) {
            throw new BadInput("member", "the member must be a whole number, was “" + member + "”");
        }
    }
}
