# frozen_string_literal: true

module App
  # What one page leaves to be told on the next: one sentence in a cookie of its own. In the session, which every answer
  # sends back as it knew it, the answer of a request that came before and took longer would take the sentence away.
  module Telling
    COOKIE = 'nockplane.told'
    MOST = 600 # characters; with the session a browser keeps 4 KB

    # Leaves words for the page that is shown next.
    def tell(words)
      response.set_cookie(
        COOKIE,
        value: words.to_s[0, MOST],
        path: '/',
        httponly: true,
        same_site: :lax,
        secure: ENV['NOCKPLANE_TLS'] == '1'
      )
    end

    # Is anything left to be told to the page that is asked for?
    def told? = !request.cookies[COOKIE].to_s.empty?

    # The words left for this page, told once; nil without any.
    def take_told
      words = request.cookies[COOKIE].to_s.dup.force_encoding(Encoding::UTF_8)
      return if words.empty? || !words.valid_encoding?

      response.delete_cookie(COOKIE, path: '/')
      words[0, MOST]
    end
  end
end
