# frozen_string_literal: true

module App
  module Jobs
    # Points drawings at other models, one line of a run each: its drawing ("slug"), what it is to show ("wish" of a
    # Rebinding), "into" where the drawing itself changes, "number" and "title" of a new one. What was done before the
    # worker was cut off is not done twice.
    RebindJob =
      Struct.new(:run_id) do
        def perform
          run = Records::Run.find(run_id)
          return if run.over?

          run.update!(state: 'running')
          made = []
          run.lines.each_with_index do |line, i|
            next unless line['state'] == 'waiting'
            if run.reload.stop_wanted
              return run.update!(state: 'stopped', reason: 'stopped by hand; what was made stays')
            end

            state, words, href = outcome(line)
            made << href if href
            run.settle(i, state, words, href: href)
          end
          run.update!(state: 'done', href: (made[0] if run.total == 1))
        end

        def max_attempts = 3

        private

        # [state, words, address of what was made]
        def outcome(line)
          drawing = Records::Drawing.find_by(slug: line['slug']) or return 'skipped', 'the drawing is no longer here'
          rebinding = Rebinding.of(drawing, line['wish'])
          found = rebinding.outcome
          made =
            Actions::RebindDrawing.call(
              rebinding,
              into: line['into'] == true,
              title: line['title'],
              number: line['number']
            )
          ['done', words(found, made), "/drawings/#{made.slug}"]
        rescue Nockplane::Error, ActiveRecord::ActiveRecordError => e
          ['failed', e.message]
        end

        def words(found, made)
          parts = {
            'kept' => 'kept',
            'retied' => 'tied by likeness',
            'adrift' => 'adrift',
            'absent' => 'without a feature'
          }
          counts = parts.filter_map { |s, w| (n = found.count(s)).positive? && "#{n} #{w}" }
          over = found.overlaps.size
          [
            "#{made.number} #{made.title}: #{counts.empty? ? 'no annotations' : counts.join(', ')}",
            "scale #{found.scale}",
            (over.positive? ? "#{over} #{over == 1 ? 'place' : 'places'} where things collide" : nil)
          ].compact.join('; ')
        end
      end
  end
end
